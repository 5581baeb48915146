<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import type { MassBalance } from '#core/balance'
import type { Pour } from '#core/heat'
import { computed } from 'vue'
import { pourParts } from './pour-parts'
import { useUnits } from '~/shared/units/useUnits'

/** Where the charge went, to scale: what was found, part by part, and what was not. */
const props = defineProps<{ balance: MassBalance; pour: Pour }>()
const { grams } = useUnits()
const parts = computed(() => {
  const { pour, balance } = props
  const whole = Math.max(balance.chargeG, balance.foundG)
  return pourParts(pour, balance).map((part) => ({ ...part, pct: (100 * part.massG) / whole }))
})
const spoken = computed(
  () =>
    `${t('shared-heat.balance-label', { mass: grams(props.balance.chargeG) })} ` +
    parts.value.map(({ name, massG }) => `${name} ${grams(massG)}`).join(', '),
)
</script>

<template>
  <div role="img" :aria-label="spoken">
    <div class="flex h-12 border border-soft">
      <span
        v-for="part in parts"
        :key="part.id"
        class="part"
        :class="part.hatch"
        :style="{ '--of': part.colour, width: `${part.pct}%` }"
      />
    </div>
    <p class="mt-1 flex flex-wrap gap-x-5 gap-y-0.5 text-sm" aria-hidden="true">
      <span v-for="part in parts" :key="part.id" class="inline-flex items-center gap-1.5">
        <i class="swatch part" :class="part.hatch" :style="{ '--of': part.colour }" />{{ part.name }}
        <b>{{ grams(part.massG) }}</b>
        <span class="text-soft">{{ fixed(part.pct, 1) }} %</span>
      </span>
    </p>
  </div>
</template>

<style scoped>
.part {
  --dark: color-mix(in srgb, var(--of) 72%, black);
  border-right: 1px solid #231b14;
  min-width: 2px;
  background: var(--of);
}
.swatch {
  width: 1rem;
  height: 0.8rem;
  border: 1px solid var(--soft);
}
.posts {
  background: repeating-linear-gradient(90deg, var(--of) 0 6px, var(--dark) 6px 8px);
}
.fine {
  background: repeating-linear-gradient(90deg, var(--of) 0 2px, var(--dark) 2px 3px);
}
.slant {
  background: repeating-linear-gradient(45deg, var(--of) 0 5px, var(--dark) 5px 7px);
}
.counter {
  background: repeating-linear-gradient(-45deg, var(--of) 0 4px, var(--dark) 4px 6px);
}
.dots {
  background: radial-gradient(circle, var(--dark) 1.2px, transparent 1.6px) 0 0 / 6px 6px var(--of);
}
</style>
