<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { nth } from '#core/lists'
import { counted } from '~/shared/units/figures'
import { useEventListener } from '@vueuse/core'
import { freeLots } from '#core/heat'
import type { Lot } from '#core/stock'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useStockBench } from './useStockBench'
import { useStockView } from './useStockView'
import { meltAsItComes, startHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import FilePicker from '~/shared/fields/FilePicker.vue'
import { useSingleKeys } from '~/shared/page/useSingleKeys'
import GrowingList from '~/shared/page/GrowingList.vue'
import LotCard from './LotCard.vue'
import LotMove from './LotMove.vue'
import StockFilters from './StockFilters.vue'

const BulkEdit = defineAsyncComponent(() => import('./BulkEdit.vue'))
const LotEditor = defineAsyncComponent(() => import('./LotEditor.vue'))
const StockImport = defineAsyncComponent(() => import('./StockImport.vue'))

const yard = useYard()
const { grams, money } = useUnits()
const view = useStockView()
const { search, found, bins, asList, filtered } = view
const editing = ref<Lot | 'new' | null>(null)
const moving = ref<Lot | null>(null)
const bulk = ref(false)
const bench = useStockBench()
const { picked, lots: chosen, pick, merge, writeOff, table, fileName, fault, saveTable, openTable } = bench
/** What of them no other heat holds, as it is. */
function melt(lots: readonly Lot[]): void {
  const free = new Map(freeLots(lots, yard.heats).map((lot) => [lot.id, lot]))
  void meltAsItComes([...free.values()].filter(({ massG }) => massG > 0))
}
const file = ref<{ open: () => void }>()
useEventListener(document, 'paste', bench.pasted)
const searchField = ref<HTMLInputElement>()
const singleKeys = useSingleKeys()
const total = (lots: readonly Lot[]) => lots.reduce((sum, lot) => sum + lot.massG, 0)
const worth = computed(() => yard.lots.reduce((sum, lot) => sum + (lot.massG * lot.pricePerKg) / 1000, 0))
const heldG = computed(() => yard.lots.reduce((sum, lot) => sum + view.heldG(lot), 0))

/** One lot after another by arrow keys; picked, edited and moved by a letter. */
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (
    !singleKeys.value ||
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    editing.value ||
    moving.value ||
    bulk.value ||
    table.value
  )
    return
  const target = event.target as HTMLElement
  if (target.matches('input:not([type=checkbox]), textarea, select')) return
  const key = event.key.toLowerCase()
  if (key === '/') searchField.value?.focus()
  else {
    const items = [...document.querySelectorAll<HTMLElement>('[data-lot]')]
    const here = items.findIndex((item) => item.contains(document.activeElement))
    if (event.key === 'ArrowDown' || key === 'j') items[Math.min(items.length - 1, here + 1)]?.focus()
    else if (event.key === 'ArrowUp' || key === 'k') items[Math.max(0, here - 1)]?.focus()
    else if (here >= 0) {
      const lot = yard.lots.find(({ id }) => id === nth(items, here).dataset.lot)
      if (!lot) return
      if (key === 'x') pick(lot.id)
      else if (key === 'e') editing.value = lot
      else if (key === 'm') moving.value = lot
      else return
    } else return
  }
  event.preventDefault()
})
</script>

<template>
  <section>
    <div class="mb-3 flex flex-wrap items-end gap-3">
      <div class="flex-1 basis-64">
        <p class="text-sm text-soft">{{ t('stock.page-title') }}</p>
        <h1 class="text-2xl font-bold">
          {{
            t(worth > 0 ? 'stock.stock-summary' : 'stock.stock-summary-unpriced', {
              lots: counted(yard.lots.length, 'lot'),
              mass: grams(total(yard.lots), 100),
              worth: money(worth),
            })
          }}
        </h1>
        <p v-if="heldG > 0" class="text-soft" data-testid="held">
          {{ t('stock.held-mass', { mass: grams(heldG, 10) }) }}
        </p>
      </div>
      <input
        ref="searchField"
        v-model="search"
        type="search"
        class="field max-w-56"
        :placeholder="t('stock.search-placeholder')"
        :aria-label="t('stock.search-label')"
      />
      <NuxtLink to="/identify" class="btn">{{ t('stock.what-is-this') }}</NuxtLink>
      <NuxtLink to="/scrap-book" class="btn">{{ t('stock.scrap-book') }}</NuxtLink>
      <button v-if="yard.lots.length" class="btn" @click="startHeat()">{{ t('stock.start-a-heat') }}</button>
      <button class="btn btn-next" @click="editing = 'new'">{{ t('stock.add-a-lot') }}</button>
    </div>

    <details class="mb-4">
      <summary class="font-semibold">
        {{ t('stock.view-heading') }}
        <span v-if="filtered" class="text-ember">({{ t('stock.filters-set', { count: filtered }) }})</span>
      </summary>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <StockFilters :view="view" />
        <button class="btn btn-quiet" @click="file?.open()">{{ t('stock.import-button') }}</button>
        <button v-if="yard.lots.length" class="btn btn-quiet" @click="saveTable">
          {{
            chosen.length
              ? t('stock.export-chosen-button', { chosen: chosen.length })
              : t('stock.export-all-button')
          }}
        </button>
      </div>
      <FilePicker
        ref="file"
        :label="t('stock.import-label')"
        accept=".csv,.tsv,.txt,text/csv"
        @change="openTable"
      />
    </details>
    <p v-if="fault" role="alert" class="mb-3 font-semibold text-oxide">{{ fault }}</p>
    <p v-if="!yard.lots.length" class="slab p-5">
      <I18nT keypath="stock.empty-hint" scope="global"
        ><template #pileLink
          ><NuxtLink to="/pile" class="font-semibold underline">{{
            t('stock.pile-link')
          }}</NuxtLink></template
        ></I18nT
      >
    </p>
    <p v-else-if="!found.length" class="slab p-5">
      {{
        search
          ? t(filtered ? 'stock.nothing-found-both' : 'stock.nothing-found-for', { search })
          : t('stock.nothing-found-filtered')
      }}
      <button class="btn btn-quiet underline" @click="view.showAll()">
        {{ t('stock.show-all-button') }}
      </button>
    </p>

    <section v-for="bin in bins" :key="bin.id" class="mb-7">
      <div class="mb-2 flex items-center gap-3">
        <h2 class="chalk">{{ bin.name }}</h2>
        <span class="text-sm text-soft">{{ grams(total(bin.lots), 100) }}</span>
        <button
          :aria-label="t('stock.pick-all-label', { binName: bin.name })"
          class="btn btn-quiet min-h-6 text-sm underline"
          @click="bench.pickAll(bin.lots)"
        >
          {{ t('stock.pick-all') }}
        </button>
      </div>
      <ul class="grid" :class="asList ? '' : 'gap-3 md:grid-cols-2 xl:grid-cols-3'">
        <GrowingList v-slot="{ item: lot }" :items="bin.lots">
          <LotCard
            :lot="lot"
            :line="asList"
            :picked="picked.has(lot.id)"
            :held="view.heldWords(lot, grams)"
            @pick="pick(lot.id)"
            @edit="editing = lot"
            @move="moving = lot"
          />
        </GrowingList>
      </ul>
    </section>
    <div
      v-if="chosen.length"
      class="sticky bottom-0 flex flex-wrap items-center gap-3 border-2 border-ink bg-panel px-4 py-2"
    >
      <span class="flex-1 basis-40">{{
        t('stock.selection-summary', { lots: chosen.length, mass: grams(total(chosen)) })
      }}</span>
      <button class="btn btn-next" @click="melt(chosen)">{{ t('stock.melt-these-button') }}</button>
      <button class="btn" @click="bulk = true">{{ t('stock.bulk-edit-button') }}</button>
      <button class="btn" :disabled="chosen.length < 2" @click="merge">
        {{ t('stock.merge-button') }}
      </button>
      <button class="btn" @click="writeOff">{{ t('stock.write-off') }}</button>
      <button class="btn btn-quiet" @click="picked.clear()">{{ t('stock.clear-selection-button') }}</button>
    </div>
    <LotMove v-if="moving" :lot="moving" @close="moving = null" />
    <BulkEdit v-if="bulk" :lots="chosen" @close="bulk = false" />
    <StockImport v-if="table" :table="table" :file-name="fileName" @close="table = null" />
    <LotEditor v-if="editing" :lot="editing === 'new' ? null : editing" @close="editing = null" />
  </section>
</template>
