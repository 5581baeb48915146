<script setup lang="ts">
import { inSentence, t, told } from '~/words'
import { computed } from 'vue'
import {
  marksOf,
  rehearsedAssay,
  rehearsedHeat,
  symptomsOf,
  type Act,
  type ChoiceCost,
  type Debrief,
  type Poured,
  type Standing,
} from '#core/rehearsal'
import { heatFacts, rankCauses } from '#core/troubles'
import { fixed } from '~/shared/units/decimal-mark'
import { percent } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import CastDrawing from './CastDrawing.vue'
import type { Begun } from './rehearsals-here'
import { CHOICE_WORDS, FAULT_WORDS, MARK_WORDS, ownClock } from './rehearsal-words'

/** What came of a rehearsal: castings, an assay, the marks, the same heat by the book, what each choice cost, and why. */
const props = defineProps<{
  begun: Begun
  acts: readonly Act[]
  end: Standing
  poured: Poured
  book: Poured | null
  debrief: Debrief
}>()
const { degrees, degreesApart, grams } = useUnits()
const yard = useYard()
const MJ = 1000
const MOST_CAUSES = 4
const scenario = computed(() => props.begun.scenario)
const hasZinc = computed(() => scenario.value.lots.some(({ composition }) => (composition.Zn ?? 0) > 0.5))
const isAluminium = computed(() => scenario.value.degassed)
const ended = computed(() => ({
  scenario: scenario.value,
  acts: props.acts,
  poured: props.poured,
  happened: props.end.happened,
  book: props.book,
}))
const marks = computed(() => marksOf(ended.value, props.begun.marks))
const weeping = computed(() => props.end.happened.some(({ what }) => what === 'weeps'))
const verdict = computed(() => {
  if (props.poured.how === 'stopped')
    return weeping.value
      ? { good: true, words: t('rehearsal.stopped-rightly', { mass: grams(props.poured.spilledG, 1) }) }
      : { good: true, words: t('rehearsal.stopped-unasked') }
  if (props.poured.how === 'gave-way') return { good: false, words: t('rehearsal.gave-way') }
  return props.poured.faults.length
    ? { good: false, words: t('rehearsal.result-faulty') }
    : { good: true, words: t('rehearsal.result-sound') }
})
const rows = computed(() => {
  const of = (figure: (one: Poured) => string) => ({
    here: figure(props.poured),
    book: props.book ? figure(props.book) : '–',
  })
  return [
    { name: t('rehearsal.poured-after'), ...of(({ atS }) => ownClock(atS)) },
    { name: t('rehearsal.poured-at'), ...of(({ celsius }) => degrees(celsius)) },
    { name: t('rehearsal.over-the-liquidus'), ...of(({ superheatC }) => degreesApart(superheatC)) },
    { name: t('rehearsal.metal-poured'), ...of(({ meltG }) => grams(meltG, 1)) },
    ...(hasZinc.value
      ? [
          { name: t('rehearsal.zinc-lost'), ...of(({ zincLostG }) => grams(zincLostG, 0.1)) },
          { name: t('rehearsal.zinc-left'), ...of(({ composition }) => `${percent(composition.Zn ?? 0)} %`) },
        ]
      : []),
    ...(isAluminium.value
      ? [
          { name: t('rehearsal.gas'), ...of(({ gasCm3 }) => `${fixed(gasCm3, 2)} cm³/100 g`) },
          {
            name: t('rehearsal.density-index'),
            ...of(({ densityIndexPct }) => `${fixed(densityIndexPct ?? 0, 1)} %`),
          },
        ]
      : []),
    { name: t('rehearsal.dross'), ...of(({ drossG }) => grams(drossG, 1)) },
    { name: t('rehearsal.heat-used'), ...of(({ fuelKJ }) => `${fixed(fuelKJ / MJ, 0)} MJ`) },
  ]
})
const assay = computed(() =>
  props.poured.how === 'poured' ? rehearsedAssay(props.poured.composition, props.begun.seed) : [],
)
/** What was lost by it; where something was gained as well, it is not told as a cost. */
function costWords({ zincG, drossG, gasCm3, minutes, faults }: ChoiceCost): string {
  return [
    ...faults.map((fault) => inSentence(FAULT_WORDS[fault].replace(/\.$/, ''))),
    zincG >= 0.5 ? t('rehearsal.cost-zinc', { mass: grams(zincG, 0.1) }) : '',
    drossG >= 0.5 ? t('rehearsal.cost-dross', { mass: grams(drossG, 0.1) }) : '',
    gasCm3 >= 0.01 ? t('rehearsal.cost-gas', { gas: fixed(gasCm3, 2) }) : '',
    minutes >= 0.5 ? t('rehearsal.cost-minutes', { minutes: fixed(minutes, 0) }) : '',
  ]
    .filter(Boolean)
    .join('; ')
}
/** What the trouble-finder makes of the rehearsal's log: of all that was seen the likeliest causes the log speaks for. */
const causes = computed(() => {
  const { heat, seed, startedMs } = props.begun
  const record = rehearsedHeat(
    heat,
    { scenario: scenario.value, acts: props.acts, seed },
    new Date(startedMs).toISOString(),
  )
  const facts = heatFacts(record, yard.lots, yard.gear)
  const spoken = symptomsOf(props.poured, props.end.happened)
    .flatMap((symptom) => rankCauses(symptom, facts))
    .filter(({ says }) => says === 'for')
    .sort((one, other) => other.score - one.score)
  return [...new Map(spoken.map((cause) => [cause.id, cause])).values()].slice(0, MOST_CAUSES)
})
const shownMark = (figure: number | null, mark: string) => {
  if (figure === null) return ''
  if (mark === 'window') return degrees(figure)
  return mark === 'zinc' ? t('rehearsal.zinc-off', { pct: fixed(figure, 2) }) : `${fixed(figure, 1)} %`
}
</script>

<template>
  <div class="slab p-4" data-testid="after-rehearsal">
    <p
      class="mb-3 border-l-8 px-4 py-3 text-xl font-bold"
      :class="verdict.good ? 'border-patina bg-patina-wash' : 'border-oxide bg-oxide-wash'"
      aria-live="polite"
    >
      {{ verdict.words }}
    </p>
    <ul v-if="poured.faults.length" class="mb-3 list-disc pl-6">
      <li v-for="fault in poured.faults" :key="fault">{{ FAULT_WORDS[fault] }}</li>
    </ul>
    <ul v-if="marks.length" class="mb-4" data-testid="marks">
      <li v-for="one in marks" :key="one.mark" class="flex gap-2 border-t border-line py-1">
        <b :class="one.passed ? 'text-patina' : 'text-oxide'">{{
          one.passed ? t('rehearsal.reached') : t('rehearsal.not-reached')
        }}</b>
        <span class="flex-1">{{ MARK_WORDS[one.mark] }}</span>
        <span class="text-soft">{{ shownMark(one.figure, one.mark) }}</span>
      </li>
    </ul>
    <div v-if="poured.castings.length" class="mb-4 flex flex-wrap gap-4" data-testid="castings">
      <CastDrawing
        v-for="(cast, at) in poured.castings"
        :key="at"
        :cast="cast"
        :faults="poured.faults"
        :seed="begun.seed + 97 * at"
      />
    </div>
    <div class="mb-4 overflow-x-auto" tabindex="0" role="group" :aria-label="t('rehearsal.figure')">
      <table class="w-full max-w-xl">
        <thead class="text-sm text-soft">
          <tr>
            <th scope="col">
              <span class="sr-only">{{ t('rehearsal.figure') }}</span>
            </th>
            <th scope="col" class="text-right font-normal">{{ t('rehearsal.here') }}</th>
            <th scope="col" class="pl-3 text-right font-normal">{{ t('rehearsal.by-the-book') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name" class="border-t border-line">
            <th scope="row" class="py-1 text-left font-normal">{{ row.name }}</th>
            <td class="text-right font-bold">{{ row.here }}</td>
            <td class="pl-3 text-right text-soft">{{ row.book }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="assay.length" class="mb-4" data-testid="rehearsed-assay">
      <b>{{ t('rehearsal.analyser-shows') }}</b>
      {{ assay.map(({ symbol, pct, sd }) => `${symbol} ${percent(pct)} ± ${percent(sd)} %`).join(', ') }}.
    </p>
    <template v-if="poured.how === 'poured'">
      <h2 class="chalk mb-1">{{ t('rehearsal.choices-heading') }}</h2>
      <p v-if="!debrief.costs.length" class="mb-3">{{ t('rehearsal.choices-free') }}</p>
      <ol v-else class="mb-2 list-decimal pl-6" data-testid="costs">
        <li v-for="cost in debrief.costs" :key="cost.choice" class="mt-1">
          <b>{{ CHOICE_WORDS[cost.choice] }}</b> {{ t('rehearsal.choices-cost', { cost: costWords(cost) }) }}
        </li>
      </ol>
      <p class="mb-3 text-sm text-soft">{{ t('rehearsal.choices-method') }}</p>
    </template>
    <div v-if="causes.length" class="mb-3" data-testid="causes">
      <h2 class="chalk mb-1">{{ t('rehearsal.log-says') }}</h2>
      <ul class="list-disc pl-6">
        <li v-for="cause in causes" :key="cause.id">
          <b>{{ told(cause.name) }}.</b> {{ told(cause.change) }}.
        </li>
      </ul>
    </div>
    <slot :marks="marks" />
  </div>
</template>
