<script setup lang="ts">
import type { MassBalance } from '#core/balance'
import type { Pour } from '#core/heat'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'

/** Where the charge went, to scale: what was found, part by part, and what was not. */
const props = defineProps<{ balance: MassBalance; pour: Pour }>()
const { grams } = useUnits()
const parts = computed(() => {
  const { pour, balance } = props
  const list = [
    { name: 'ingots', massG: pour.ingots.reduce((sum, { massG }) => sum + massG, 0), tone: 'metal' },
    { name: 'castings', massG: pour.castingsG ?? 0, tone: 'metal2' },
    { name: 'sprues and risers', massG: pour.returnsG ?? 0, tone: 'back' },
    { name: 'heel', massG: pour.heelG ?? 0, tone: 'back2' },
    { name: 'skull', massG: pour.skullG ?? 0, tone: 'lost' },
    { name: 'spill', massG: pour.spillG ?? 0, tone: 'lost2' },
    { name: 'dross', massG: pour.drossG ?? 0, tone: 'dross' },
    { name: 'not found', massG: Math.max(0, balance.missingG), tone: 'missing' },
  ]
  const whole = Math.max(balance.chargeG, balance.foundG)
  return list.filter(({ massG }) => massG > 0).map((part) => ({ ...part, pct: (100 * part.massG) / whole }))
})
const spoken = computed(
  () =>
    `Of ${grams(props.balance.chargeG)} charged: ` +
    parts.value.map(({ name, massG }) => `${name} ${grams(massG)}`).join(', '),
)
</script>

<template>
  <div role="img" :aria-label="spoken">
    <div class="flex h-12 border border-soft">
      <span
        v-for="part in parts"
        :key="part.name"
        :class="['part', part.tone]"
        :style="{ width: `${part.pct}%` }"
      />
    </div>
    <p class="mt-1 flex flex-wrap gap-x-5 gap-y-0.5 text-sm" aria-hidden="true">
      <span v-for="part in parts" :key="part.name" class="inline-flex items-center gap-1.5">
        <i :class="['swatch part', part.tone]" />{{ part.name }} <b>{{ grams(part.massG) }}</b>
        <span class="text-soft">{{ part.pct.toFixed(1) }} %</span>
      </span>
    </p>
  </div>
</template>

<style scoped>
.part {
  border-right: 1px solid #231b14;
  min-width: 2px;
}
.swatch {
  width: 1rem;
  height: 0.8rem;
  border: 1px solid var(--soft);
}
.metal {
  background: #cf7f4f;
}
.metal2 {
  background: repeating-linear-gradient(90deg, #e0a274 0 6px, #cf7f4f 6px 8px);
}
.back {
  background: repeating-linear-gradient(45deg, #dcc59c 0 5px, #b99c68 5px 7px);
}
.back2 {
  background: #b99c68;
}
.lost {
  background: repeating-linear-gradient(90deg, #8d8378 0 3px, #756b61 3px 6px);
}
.lost2 {
  background: radial-gradient(circle, #5d554d 1.2px, transparent 1.6px) 0 0 / 6px 6px #a89e92;
}
.dross {
  background: repeating-linear-gradient(-45deg, #57504a 0 4px, #3f3934 4px 6px);
}
.missing {
  background: repeating-linear-gradient(45deg, var(--panel) 0 6px, var(--oxide) 6px 8px);
}
</style>
