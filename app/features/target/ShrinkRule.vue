<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { nth, present } from '#core/lists'
import { patternLength } from '#core/casting'
import { type Practice, PRACTICES } from '#core/alloys'
import { shrinkageOf } from '#core/families'
import { computed, ref, watch } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Pattern length for a length wanted, in the metal of the heat or any other. */
const { heat } = useHeat()
const { patternMm } = useUnits()
const METALS: readonly { id: Practice; name: string }[] = [
  { id: 'tin-bronze', name: t('target.tin-and-leaded-bronze') },
  { id: 'red-brass', name: t('target.red-and-yellow-brass') },
  { id: 'silicon-bronze', name: t('target.silicon-bronze') },
  { id: 'silicon-brass', name: t('target.silicon-brass') },
  { id: 'aluminium-bronze', name: t('target.aluminium-bronze') },
  { id: 'deoxidised-copper', name: t('small.copper') },
  { id: 'aluminium-casting', name: t('small.aluminium') },
]
const metal = ref<Practice>(nth(METALS, 0).id)
const source = computed(() => shrinkageOf(metal.value)?.source ?? '')
watch(
  () => heat.value?.alloy?.practice,
  (practice) => {
    if (!practice || !PRACTICES.includes(practice)) return
    const mine = shrinkageOf(practice)
    const same = METALS.find(({ id }) => id === practice)
    const alike = METALS.find(
      ({ id }) => shrinkageOf(id)?.highPct === mine?.highPct && shrinkageOf(id)?.lowPct === mine?.lowPct,
    )
    metal.value = (same ?? alike)?.id ?? metal.value
  },
  { immediate: true },
)
const wanted = ref<number | null>(100)
const shrink = computed(() => present(shrinkageOf(metal.value), metal.value))
const rule = computed(() => {
  const low = patternMm(patternLength(wanted.value ?? 0, shrink.value.lowPct))
  const high = patternMm(patternLength(wanted.value ?? 0, shrink.value.highPct))
  return low === high ? low : t('target.to-2', { low, high })
})
</script>

<template>
  <section :aria-label="t('target.shrink-rule')">
    <h2 class="chalk mb-2">{{ t('target.shrink-rule') }}</h2>
    <p class="text-lg" data-testid="shrink-rule">
      <I18nT keypath="target.make-the-pattern" scope="global"
        ><template #strong><b>{{ rule }}</b></template></I18nT
      >
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3">
      <QuantityField v-model="wanted" :label="t('target.the-casting-is-to-be')" kind="length" />
      <label
        ><span class="label">{{ t('target.in-2') }}</span>
        <select v-model="metal" class="field">
          <option v-for="one in METALS" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
    </div>
    <p class="mt-2 text-xs text-soft">
      {{
        t('target.of-the-patterns-length-2', {
          part:
            shrink.lowPct === shrink.highPct
              ? `${shrink.highPct} %`
              : t('target.to-4', { lowPct: shrink.lowPct, highPct: shrink.highPct }),
          source,
        })
      }}
    </p>
  </section>
</template>
