<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { nth, present } from '#core/lists'
import { castingLength, patternLength } from '#core/casting'
import { type Practice, PRACTICES } from '#core/alloys'
import { shrinkageOf } from '#core/families'
import { computed, ref, watch } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { PRACTICE_WORDS } from '~/shared/words/alloys-words'
import { useUnits } from '~/shared/units/useUnits'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Pattern length for a length wanted, in the metal of the heat or any other. */
const { heat } = useHeat()
const { patternMm } = useUnits()
const METALS = PRACTICES.filter((id) => shrinkageOf(id)).map((id) => ({ id, name: PRACTICE_WORDS[id] }))
const metal = ref<Practice>(nth(METALS, 0).id)
const source = computed(() => shrinkageOf(metal.value)?.source ?? '')
watch(
  () => heat.value?.alloy?.practice,
  (practice) => {
    if (practice && shrinkageOf(practice)) metal.value = practice
  },
  { immediate: true },
)
const wanted = ref<number | null>(100)
const shrink = computed(() => present(shrinkageOf(metal.value), metal.value))
const span = (low: string, high: string) => (low === high ? low : t('target.span', { low, high }))
const both = (of: (length: number, pct: number) => number) => {
  const { lowPct, highPct } = shrink.value
  const ends = [of(wanted.value ?? 0, lowPct), of(wanted.value ?? 0, highPct)].sort((a, b) => a - b)
  return span(patternMm(nth(ends, 0)), patternMm(nth(ends, 1)))
}
const rule = computed(() => both(patternLength))
const comes = computed(() => both(castingLength))
</script>

<template>
  <section :aria-label="t('target.shrinkage-heading')">
    <h2 class="chalk mb-2"><TermText :text="t('target.shrinkage-heading')" /></h2>
    <p class="text-lg" data-testid="shrink-rule">
      <I18nT keypath="target.pattern-for-length" scope="global"
        ><template #patternLength><b>{{ rule }}</b></template></I18nT
      >
    </p>
    <p class="text-soft" data-testid="shrinks-to">
      {{ t('target.casting-for-pattern', { patternLength: patternMm(wanted ?? 0), castingLength: comes }) }}
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3">
      <QuantityField v-model="wanted" :label="t('target.length-label')" kind="length" />
      <label
        ><span class="label">{{ t('target.alloy-family-label') }}</span>
        <select v-model="metal" class="field">
          <option v-for="one in METALS" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
    </div>
    <p class="mt-2 text-xs text-soft">
      {{
        t('target.shrinkage-with-source', {
          percent:
            shrink.lowPct === shrink.highPct
              ? `${shrink.highPct} %`
              : t('target.percent-range', { lowPct: shrink.lowPct, highPct: shrink.highPct }),
          source,
        })
      }}
    </p>
  </section>
</template>
