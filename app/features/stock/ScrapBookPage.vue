<script setup lang="ts">
import { t, told } from '~/words'
import { counted } from '~/shared/units/figures'
import { everyWord } from '~/shared/fields/every-word'
import { blendOfGuesses, knownBy, SCRAP_BOOK, type Lot, type ScrapSource } from '#core/stock'
import { computed, defineAsyncComponent, ref } from 'vue'
import CansAndFoil from './CansAndFoil.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'

const LotEditor = defineAsyncComponent(() => import('./LotEditor.vue'))

/** What everyday scrap usually is. */
const search = ref('')
const family = ref('all')
const adding = ref<Partial<Lot> | null>(null)
const FAMILIES = [...new Set(SCRAP_BOOK.map((entry) => entry.family))]
const found = computed(() => {
  const asked = everyWord(search.value)
  return SCRAP_BOOK.filter(
    (entry) =>
      (family.value === 'all' || entry.family === family.value) &&
      asked(
        `${entry.name} ${entry.look} ${entry.traits.place.join(' ')} ${entry.likely.map(({ grade }) => grade).join(' ')} ${told(entry.name)} ${told(entry.look)}`,
      ),
  )
})
/** said once for the whole book; an entry that knows better says so itself */
const USUAL_SOURCE = t('stock.no-source')
const grades = ({ likely }: ScrapSource) =>
  likely
    .map(({ grade, odds }) => `${grade ?? t('stock.no-standard-grade')} ${Math.round(100 * odds)} %`)
    .join(', ')
function begin(entry: ScrapSource): void {
  const { composition, sd } = knownBy(entry, null)
  const [only] = entry.likely
  adding.value = {
    name: told(entry.name),
    kind: 'scrap',
    scrapId: entry.id,
    ...(entry.question ? { clue: null } : {}),
    form: entry.form as Lot['form'],
    ...(entry.on.length > 0 ? { coatings: [...entry.on] } : {}),
    composition,
    sd,
    knowledge: entry.likely.length === 1 && only?.grade ? 'grade' : 'guess',
    note: [told(entry.coating), told(entry.refuse)].filter(Boolean).join(' '),
  }
}
</script>

<template>
  <section>
    <div class="mb-4 flex flex-wrap items-end gap-3">
      <div class="flex-1 basis-64">
        <p class="text-sm text-soft">{{ t('stock.scrap-book-title') }}</p>
        <h1 class="text-2xl font-bold">{{ counted(found.length, 'everyday-source') }}</h1>
      </div>
      <label
        ><span class="sr-only">{{ t('stock.family') }}</span>
        <select v-model="family" class="field">
          <option value="all">{{ t('stock.all-families') }}</option>
          <option v-for="name in FAMILIES" :key="name" :value="name">{{ name }}</option>
        </select></label
      >
      <input
        v-model="search"
        type="search"
        class="field max-w-56"
        :placeholder="t('stock.scrap-search-placeholder')"
        :aria-label="t('stock.scrap-search-label')"
      />
      <NuxtLink to="/identify" class="btn">{{ t('stock.what-is-this') }}</NuxtLink>
    </div>
    <CansAndFoil
      v-if="!search && (family === 'all' || family === 'aluminium')"
      class="mb-4"
      @lot="adding = $event"
    />
    <ul class="grid gap-x-6 lg:grid-cols-2">
      <li v-for="entry in found" :key="entry.id" class="border-t border-line py-3">
        <div class="flex items-start gap-3">
          <div class="min-w-0 flex-1">
            <h2 class="text-lg leading-tight font-bold">{{ told(entry.name) }}</h2>
            <p class="text-sm text-soft">{{ grades(entry) }}</p>
          </div>
          <button v-if="entry.family !== 'refuse'" class="btn" @click="begin(entry)">
            {{ t('stock.scrap-to-lot') }}<span class="sr-only">: {{ told(entry.name) }}</span>
          </button>
        </div>
        <div class="my-2">
          <CompositionBar
            :composition="blendOfGuesses(entry.likely).composition"
            :label="told(entry.name)"
            short
          />
        </div>
        <p>{{ told(entry.look) }}</p>
        <p v-if="entry.coating" class="text-sm">
          {{ t('stock.scrap-coating', { coating: told(entry.coating) }) }}
        </p>
        <p v-if="entry.refuse" class="mt-1 border-l-4 border-oxide pl-2 text-sm font-semibold">
          {{ told(entry.refuse) }}
        </p>
        <p v-if="entry.source !== USUAL_SOURCE" class="mt-1 text-xs text-soft">{{ entry.source }}</p>
      </li>
    </ul>
    <p class="mt-3 text-xs text-soft">
      {{ t('stock.scrap-book-source', { source: USUAL_SOURCE }) }}
    </p>
    <LotEditor v-if="adding" :lot="null" :begun="adding" @close="adding = null" />
  </section>
</template>
