<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { type Alloy, nominalWhole } from '#core/alloys'
import { liquidusOf, pourWindow, shrinkageOf } from '#core/families'
import { alloyCastability, CAST_TRAITS } from '#core/casting'
import { elementName } from '~/shared/units/elements'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { PRACTICE_WORDS } from '~/shared/words/alloys-words'
import { gradeWords, TRAIT_WORDS } from '~/shared/words/castability-words'
import { limitWords } from '~/shared/units/figures'

/** Up to four alloys side by side: properties, then limit by limit; what differs is set in bold. */
const props = defineProps<{ alloys: Alloy[] }>()
const emit = defineEmits<{ drop: [alloy: Alloy] }>()
const { degrees, degreesApart } = useUnits()

const limitText = (alloy: Alloy, element: string) =>
  limitWords(alloy.limits[element] ?? {}) || (element === alloy.base ? t('alloys.base-share') : '–')
const rows = computed(() => {
  const liquidus = (alloy: Alloy) => liquidusOf(alloy, nominalWhole(alloy))
  const property = (name: string, of: (alloy: Alloy) => string) => ({ name, values: props.alloys.map(of) })
  return [
    property(t('alloys.practice-label'), (alloy) => PRACTICE_WORDS[alloy.practice]),
    property(t('alloys.liquidus'), (alloy) => {
      const found = liquidus(alloy)
      if (!found) return t('alloys.not-known')
      const temperature = `${degrees(found.liquidusC)}${found.spreadC > 0 ? ` ± ${degreesApart(found.spreadC)}` : ''}`
      return found.kind === 'estimate' ? t('alloys.liquidus-estimate', { temperature }) : temperature
    }),
    property(t('alloys.solidus'), (alloy) => (alloy.solidusC === undefined ? '–' : degrees(alloy.solidusC))),
    property(t('alloys.pour-at'), (alloy) => {
      const window = pourWindow(alloy, liquidus(alloy))
      return window
        ? t('alloys.temperature-span', {
            fromTemperature: degrees(window.fromC),
            toTemperature: degrees(window.toC),
          })
        : t('alloys.not-known')
    }),
    property(t('alloys.density'), (alloy) =>
      alloy.densityGcm3 === undefined ? '–' : `${fixed(alloy.densityGcm3, 2)} g/cm³`,
    ),
    property(t('alloys.shrinkage'), (alloy) => {
      const found = shrinkageOf(alloy.practice)
      if (!found) return '–'
      return found.lowPct === found.highPct ? `${found.lowPct} %` : `${found.lowPct}–${found.highPct} %`
    }),
    ...CAST_TRAITS.map((trait) =>
      property(TRAIT_WORDS[trait], (alloy) => {
        const found = alloyCastability(alloy).traits.find((one) => one.trait === trait)
        return found ? gradeWords(trait, found.grade) : t('alloys.not-known')
      }),
    ),
  ]
})
const elements = computed(() => {
  const most = (element: string) =>
    Math.max(...props.alloys.map(({ limits }) => (limits[element]?.max ?? 0) + (limits[element]?.min ?? 0)))
  return [...new Set(props.alloys.flatMap(({ limits }) => Object.keys(limits)))]
    .sort((a, b) => most(b) - most(a))
    .map((element) => ({ element, values: props.alloys.map((alloy) => limitText(alloy, element)) }))
})
const differs = (values: string[]) => new Set(values).size > 1
</script>

<template>
  <section
    class="slab relative mb-5 overflow-x-auto p-3"
    tabindex="0"
    :aria-label="t('alloys.side-by-side')"
    data-testid="compare"
  >
    <h2 class="chalk mb-2">{{ t('alloys.side-by-side') }}</h2>
    <table class="w-full text-left">
      <thead>
        <tr class="align-top">
          <td />
          <th v-for="alloy in alloys" :key="alloy.id" scope="col" class="pr-3 pb-2">
            {{ told(alloy.name)
            }}<span class="block text-sm font-normal text-soft">{{ alloy.designation }}</span>
            <button class="btn btn-quiet -ml-2 text-sm underline" @click="emit('drop', alloy)">
              {{ t('alloys.take-away') }}<span class="sr-only"> {{ told(alloy.name) }}</span>
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name" class="border-t border-line">
          <th scope="row" class="py-1 pr-3 text-left font-normal text-soft">{{ row.name }}</th>
          <td
            v-for="(value, index) in row.values"
            :key="index"
            class="py-1 pr-3"
            :class="{ 'font-bold': differs(row.values) }"
          >
            {{ value }}
          </td>
        </tr>
        <tr
          v-for="(row, at) in elements"
          :key="row.element"
          :class="at ? 'border-t border-line' : 'border-t-2 border-ink'"
        >
          <th scope="row" class="py-1 pr-3 text-left font-normal">
            <b class="mr-2">{{ row.element }}</b
            ><span class="text-soft max-sm:hidden">{{ elementName(row.element) }}, %</span>
          </th>
          <td
            v-for="(value, index) in row.values"
            :key="index"
            class="py-1 pr-3 whitespace-nowrap"
            :class="{ 'font-bold': differs(row.values) }"
          >
            {{ value }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="mt-2 text-xs text-soft">
      {{ t('alloys.compare-source') }}
    </p>
  </section>
</template>
