<script setup lang="ts">
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
  { id: 'tin-bronze', name: 'tin and leaded bronze' },
  { id: 'red-brass', name: 'red and yellow brass' },
  { id: 'silicon-bronze', name: 'silicon bronze' },
  { id: 'silicon-brass', name: 'silicon brass' },
  { id: 'aluminium-bronze', name: 'aluminium bronze' },
  { id: 'deoxidised-copper', name: 'copper' },
  { id: 'aluminium-casting', name: 'aluminium' },
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
  return low === high ? low : `${low} to ${high}`
})
</script>

<template>
  <section aria-label="Shrink rule">
    <h2 class="chalk mb-2">Shrink rule</h2>
    <p class="text-lg" data-testid="shrink-rule">
      Make the pattern <b>{{ rule }}</b>
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3">
      <QuantityField v-model="wanted" label="The casting is to be" kind="length" />
      <label
        ><span class="label">In</span>
        <select v-model="metal" class="field">
          <option v-for="one in METALS" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
    </div>
    <p class="mt-2 text-xs text-soft">
      {{
        shrink.lowPct === shrink.highPct ? `${shrink.highPct} %` : `${shrink.lowPct} to ${shrink.highPct} %`
      }}
      of the pattern’s length. {{ source }}.
    </p>
  </section>
</template>
