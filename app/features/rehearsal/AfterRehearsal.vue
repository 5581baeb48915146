<script setup lang="ts">
import { inSentence, t } from '~/words'
import { computed } from 'vue'
import type { ChoiceCost, Debrief, Poured, Scenario } from '#core/rehearsal'
import { fixed } from '~/shared/units/decimal-mark'
import { percent } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { CHOICE_WORDS, FAULT_WORDS, ownClock } from './rehearsal-words'

/** What came of a rehearsal: the casting, the figures against the same heat by the book, what each choice cost. */
const props = defineProps<{
  poured: Poured
  book: Poured | null
  debrief: Debrief
  scenario: Scenario
}>()
const emit = defineEmits<{ again: []; away: [] }>()
const { degrees, degreesApart, grams } = useUnits()
const MJ = 1000
const hasZinc = computed(() => props.scenario.lots.some(({ composition }) => (composition.Zn ?? 0) > 0.5))
const isAluminium = computed(() => props.scenario.degassed)
const rows = computed(() => {
  const of = (figure: (one: Poured) => string) => ({
    here: figure(props.poured),
    book: props.book ? figure(props.book) : '–',
  })
  return [
    { name: t('rehearsal.poured-after'), ...of(({ atS }) => ownClock(atS)) },
    { name: t('rehearsal.poured-at'), ...of(({ celsius }) => degrees(celsius)) },
    { name: t('rehearsal.over-the-liquidus'), ...of(({ superheatC }) => degreesApart(superheatC)) },
    ...(hasZinc.value
      ? [
          { name: t('rehearsal.zinc-lost'), ...of(({ zincLostG }) => grams(zincLostG, 0.1)) },
          { name: t('rehearsal.zinc-left'), ...of(({ composition }) => `${percent(composition.Zn ?? 0)} %`) },
        ]
      : []),
    ...(isAluminium.value
      ? [{ name: t('rehearsal.gas'), ...of(({ gasCm3 }) => `${fixed(gasCm3, 2)} cm³/100 g`) }]
      : []),
    { name: t('rehearsal.dross'), ...of(({ drossG }) => grams(drossG, 1)) },
    { name: t('rehearsal.burnt'), ...of(({ fuelKJ }) => `${fixed(fuelKJ / MJ, 0)} MJ`) },
  ]
})
function costWords({ zincG, drossG, gasCm3, minutes, faults }: ChoiceCost): string {
  return [
    ...faults.map((fault) => inSentence(FAULT_WORDS[fault].replace(/\.$/, ''))),
    Math.abs(zincG) >= 0.5 ? t('rehearsal.cost-zinc', { grams: grams(zincG, 0.1) }) : '',
    Math.abs(drossG) >= 0.5 ? t('rehearsal.cost-dross', { grams: grams(drossG, 0.1) }) : '',
    Math.abs(gasCm3) >= 0.01 ? t('rehearsal.cost-gas', { gas: fixed(gasCm3, 2) }) : '',
    Math.abs(minutes) >= 0.5 ? t('rehearsal.cost-minutes', { minutes: fixed(minutes, 0) }) : '',
  ]
    .filter(Boolean)
    .join('; ')
}
</script>

<template>
  <div class="slab p-4" data-testid="after-rehearsal">
    <p
      class="mb-3 border-l-8 px-4 py-3 text-xl font-bold"
      :class="poured.faults.length ? 'border-oxide bg-oxide-wash' : 'border-patina bg-patina-wash'"
      aria-live="polite"
    >
      {{ poured.faults.length ? t('rehearsal.it-came-out-with') : t('rehearsal.a-sound-casting') }}
    </p>
    <ul v-if="poured.faults.length" class="mb-3 list-disc pl-6">
      <li v-for="fault in poured.faults" :key="fault">{{ FAULT_WORDS[fault] }}</li>
    </ul>
    <table class="mb-4 w-full max-w-xl">
      <thead class="text-sm text-soft">
        <tr>
          <th scope="col">
            <span class="sr-only">{{ t('rehearsal.figure') }}</span>
          </th>
          <th scope="col" class="text-right font-normal">{{ t('rehearsal.here') }}</th>
          <th scope="col" class="text-right font-normal">{{ t('rehearsal.by-the-book') }}</th>
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
    <h2 class="chalk mb-1">{{ t('rehearsal.what-your-choices-cost') }}</h2>
    <p v-if="!debrief.costs.length" class="mb-3">{{ t('rehearsal.nothing-to-do-better') }}</p>
    <ol v-else class="mb-3 list-decimal pl-6" data-testid="costs">
      <li v-for="cost in debrief.costs" :key="cost.choice" class="mt-1">
        <b>{{ CHOICE_WORDS[cost.choice] }}</b> {{ t('rehearsal.it-cost', { what: costWords(cost) }) }}
      </li>
    </ol>
    <p class="mb-3 text-sm text-soft">{{ t('rehearsal.the-same-heat-run-again') }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-next" @click="emit('again')">{{ t('rehearsal.once-more') }}</button>
      <button class="btn" @click="emit('away')">{{ t('rehearsal.throw-it-away') }}</button>
    </div>
  </div>
</template>
