<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { inSentence, t, told } from '~/words'
import { CLUE_SOURCE, CLUES, type Lot } from '#core/stock'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useIdentify } from './useIdentify'
import { alternatives, joinFacts, percent } from '~/shared/units/figures'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import TwoMetal from './TwoMetal.vue'

const LotEditor = defineAsyncComponent(() => import('./LotEditor.vue'))

/** What is this? Clues shift the odds over the scrap book. */
const bench = useIdentify()
const { heat, answers, found, given, suspects, restOdds, best, sure, density } = bench
const adding = ref(false)
const twoMetal = ref<Partial<Lot> | null>(null)
/** Under these odds a name would be a guess. */
const EARLY = 0.25
const chances = (odds: number) => (odds > 0.995 ? t('stock.over-99') : Math.round(100 * odds))
const headline = computed(() => {
  if (given.value === 0) return t('stock.identify-empty')
  if (!best.value) return ''
  if (best.value.odds < EARLY)
    return t('stock.identify-open', {
      metalName: inSentence(best.value.name),
      odds: chances(best.value.odds),
    })
  return t(sure.value ? 'stock.identified' : 'stock.identified-likely', {
    metal: joinFacts(inSentence(best.value.name), alternatives(best.value.grades.slice(0, 3))),
    percent: chances(best.value.odds),
  })
})
/** The elements whose doubt is worth a figure. */
const figures = computed(() =>
  Object.entries(found.value.sd)
    .map(([symbol, sd]) => ({ symbol, sd, pct: found.value.composition[symbol] ?? 0 }))
    .filter(({ pct, sd }) => pct >= 0.05 || sd >= 0.2)
    .sort((a, b) => b.pct - a.pct)
    .slice(0, 10),
)
const reset = () => {
  for (const { id } of CLUES) bench.answer(id, '')
  bench.airG.value = null
  bench.waterG.value = null
}
</script>

<template>
  <section>
    <div class="mb-3 flex flex-wrap items-end gap-3">
      <div class="flex-1 basis-64">
        <h1 class="text-sm text-soft">{{ t('stock.what-is-this') }}</h1>
        <p
          class="text-xl leading-snug font-bold sm:text-2xl"
          aria-live="polite"
          data-testid="identify-answer"
        >
          {{ headline }}
        </p>
      </div>
      <button v-if="given" class="btn" @click="reset">{{ t('stock.next-piece-button') }}</button>
      <NuxtLink to="/scrap-book" class="btn">{{ t('stock.scrap-book') }}</NuxtLink>
      <button v-if="given" class="btn btn-next" @click="adding = true">
        {{ t('stock.make-lot-button') }}
      </button>
    </div>
    <p
      v-if="best && best.odds >= EARLY && best.refuse"
      class="mb-4 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2 font-semibold"
    >
      {{ told(best.refuse) }}
    </p>
    <p class="mb-4 max-w-4xl border-l-8 border-oxide bg-oxide-wash px-3 py-2 text-sm">
      {{ t('stock.identify-caution') }}
    </p>
    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
      <div>
        <fieldset
          v-for="clue in CLUES"
          :key="clue.id"
          class="mb-3 border-t border-line pt-2"
          :class="{ 'border-t-4 border-ember': found.next?.clue.id === clue.id && given > 0 }"
        >
          <legend class="float-left w-full font-bold">
            {{ told(clue.question) }}
            <span v-if="found.next?.clue.id === clue.id" class="ml-2 text-sm font-normal text-ember">
              {{
                heat?.alloy
                  ? t('stock.best-next-for', { alloyName: told(heat.alloy.name) })
                  : t('stock.best-next')
              }}
            </span>
          </legend>
          <p class="clear-both mb-1 text-sm text-soft">{{ told(clue.how) }}</p>
          <div class="flex flex-wrap gap-2">
            <label
              v-for="(words, value) in clue.answers"
              :key="value"
              class="btn cursor-pointer"
              :class="answers[clue.id] === value ? 'border-ink bg-ink text-page' : ''"
            >
              <input
                type="radio"
                class="sr-only"
                :name="clue.id"
                :value="value"
                :checked="answers[clue.id] === value"
                @change="bench.answer(clue.id, String(value))"
              />
              {{ told(words) }}
            </label>
            <button
              v-if="answers[clue.id]"
              type="button"
              class="btn btn-quiet"
              @click="bench.answer(clue.id, '')"
            >
              {{ t('stock.not-sure') }}<span class="sr-only">: {{ told(clue.question) }}</span>
            </button>
          </div>
        </fieldset>
        <fieldset class="border-t border-line pt-2">
          <legend class="float-left w-full font-bold">{{ t('stock.water-test-heading') }}</legend>
          <p class="clear-both mb-2 text-sm text-soft">
            {{ t('stock.water-test-how') }}
          </p>
          <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
            <QuantityField
              v-model="bench.airG.value"
              :label="t('stock.dry-mass-label')"
              kind="mass"
              nullable
              positive
            />
            <QuantityField
              v-model="bench.waterG.value"
              :label="t('stock.wet-mass-label')"
              kind="mass"
              nullable
              positive
            />
            <QuantityField
              v-model="bench.stepG.value"
              :label="t('stock.scale-step-label')"
              kind="mass"
              positive
            />
            <QuantityField
              v-model="bench.waterC.value"
              :label="t('stock.water-temperature-label')"
              kind="temperature"
            />
          </div>
          <p v-if="density?.ok" class="mt-2 font-semibold" data-testid="density">
            {{
              t('stock.density-result', {
                density: fixed(density.gcm3, density.sd < 0.005 ? 3 : 2),
                uncertainty: fixed(density.sd, density.sd < 0.005 ? 4 : 2),
              })
            }}
          </p>
          <TwoMetal
            v-if="density?.ok"
            :density="density"
            :likely="Object.keys(answers).length ? found.composition : {}"
            @lot="twoMetal = { ...$event, ...(bench.airG.value ? { massG: bench.airG.value } : {}) }"
          />
          <p v-if="density && !density.ok" role="alert" class="mt-2 font-semibold text-oxide">
            {{ t('stock.water-test-error') }}
          </p>
        </fieldset>
      </div>
      <div class="slab p-4 lg:sticky lg:top-3" data-testid="suspects">
        <h2 class="chalk mb-2">{{ t('stock.odds-heading') }}</h2>
        <ul>
          <li v-for="suspect in suspects" :key="suspect.name" class="border-t border-line py-1.5">
            <div class="flex justify-between gap-3">
              <span class="font-semibold">{{ told(suspect.name) }}</span>
              <span class="whitespace-nowrap">{{
                t('stock.odds-percent', { odds: chances(suspect.odds) })
              }}</span>
            </div>
            <div class="mt-0.5 h-1.5 bg-well" aria-hidden="true">
              <div class="h-full bg-ember" :style="{ width: `${100 * suspect.odds}%` }" />
            </div>
            <p class="text-sm text-soft">{{ told(suspect.look) }}</p>
          </li>
        </ul>
        <p v-if="restOdds > 0.01" class="border-t border-line pt-1.5 text-sm text-soft">
          {{ t('stock.odds-other', { percent: chances(restOdds) }) }}
        </p>
        <template v-if="given">
          <h2 class="chalk mt-4 mb-2">{{ t('stock.as-lot-heading') }}</h2>
          <CompositionBar
            :composition="bench.asLot.value.composition!"
            :label="t('stock.composition-heading')"
          />
          <p class="mt-2 flex flex-wrap gap-x-4 text-sm">
            <span v-for="entry in figures" :key="entry.symbol" class="whitespace-nowrap">
              {{ entry.symbol }} {{ percent(entry.pct) }} ± {{ percent(entry.sd) }}
            </span>
          </p>
          <p class="mt-1 text-xs text-soft">
            <TermText :text="t('stock.composition-note', { source: CLUE_SOURCE })" />
          </p>
        </template>
      </div>
    </div>
    <LotEditor v-if="twoMetal" :lot="null" :begun="twoMetal" @close="twoMetal = null" />
    <LotEditor v-if="adding" :lot="null" :begun="bench.asLot.value" @close="adding = false" />
  </section>
</template>
