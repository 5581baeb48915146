<script setup lang="ts">
import { blendDensity } from '#core/composition'
import type { Lot } from '#core/stock'

const yard = useYard()
const { grams, money } = useUnits()
const search = ref('')
const editing = ref<Lot | 'new' | null>(null)
const moving = ref<Lot | null>(null)
const order = ref<'bin' | 'name' | 'mass' | 'price' | 'new'>('bin')
const {
  picked,
  lots: chosen,
  pick,
  merge,
  writeOff,
  table,
  fileName,
  fault,
  saveTable,
  openTable,
} = useStockBench()
const file = ref<HTMLInputElement>()

const BINS = [
  { id: 'Cu', name: 'Copper, brass and bronze' },
  { id: 'Al', name: 'Aluminium' },
  { id: 'other', name: 'Tin, zinc and additions' },
] as const
function mainMetal(lot: Lot): string {
  const [first] = Object.entries(lot.composition).sort((a, b) => b[1] - a[1])
  return first && (first[0] === 'Cu' || first[0] === 'Al') ? first[0] : 'other'
}
const found = computed(() => {
  const words = search.value.toLowerCase().trim()
  return yard.lots.filter((lot) => `${lot.name} ${lot.note} ${lot.kind}`.toLowerCase().includes(words))
})
const sorted = computed(() => {
  const list = [...found.value]
  if (order.value === 'name') list.sort((a, b) => a.name.localeCompare(b.name))
  if (order.value === 'mass') list.sort((a, b) => b.massG - a.massG)
  if (order.value === 'price') list.sort((a, b) => b.pricePerKg - a.pricePerKg)
  if (order.value === 'new') list.sort((a, b) => b.createdAt.localeCompare(a.createdAt))
  return list
})
const bins = computed(() =>
  order.value !== 'bin'
    ? [{ id: 'all', name: 'All lots', lots: sorted.value }]
    : BINS.map((bin) => ({ ...bin, lots: found.value.filter((lot) => mainMetal(lot) === bin.id) })).filter(
        ({ lots }) => lots.length > 0,
      ),
)
const total = (lots: readonly Lot[]) => lots.reduce((sum, lot) => sum + lot.massG, 0)
const worth = computed(() => yard.lots.reduce((sum, lot) => sum + (lot.massG * lot.pricePerKg) / 1000, 0))
/** The density estimate, where it is known to be good to a percent; else nothing. */
const density = (lot: Lot) => {
  const pct = (symbol: string) => lot.composition[symbol] ?? 0
  const shrinks = pct('Cu') > 50 && pct('Si') + pct('Al') + pct('P') + pct('Fe') > 1
  const known = pct('Cu') + pct('Al') + pct('Sn') + pct('Zn') > 80 && !shrinks
  return known ? `≈ ${blendDensity(lot.composition).toFixed(1)} g/cm³` : null
}
</script>

<template>
  <section>
    <div class="mb-4 flex flex-wrap items-end gap-x-6 gap-y-3">
      <div class="flex-1 basis-64">
        <p class="text-sm text-soft">What have I got, and what is it?</p>
        <h1 class="text-2xl font-bold">
          {{ yard.lots.length }} lots, {{ grams(total(yard.lots), 100) }}, worth {{ money(worth) }}
        </h1>
      </div>
      <input
        v-model="search"
        type="search"
        class="field max-w-56"
        placeholder="Search the bins"
        aria-label="Search the bins"
      />
      <NuxtLink to="/identify" class="btn">What is this?</NuxtLink>
      <NuxtLink to="/scrap-book" class="btn">Scrap book</NuxtLink>
      <button class="btn btn-next" @click="editing = 'new'">Add a lot</button>
    </div>

    <div class="mb-4 flex flex-wrap items-center gap-2">
      <label class="flex items-center gap-2 text-sm"
        ><span class="text-soft">In the order of</span>
        <select v-model="order" class="field w-auto">
          <option value="bin">the bins</option>
          <option value="name">name</option>
          <option value="mass">mass, most first</option>
          <option value="price">price, dearest first</option>
          <option value="new">age, newest first</option>
        </select></label
      >
      <button class="btn btn-quiet" @click="file?.click()">From a table…</button>
      <button v-if="yard.lots.length" class="btn btn-quiet" @click="saveTable">
        {{ chosen.length ? `${chosen.length} to a table` : 'To a table' }}
      </button>
      <input
        ref="file"
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        class="sr-only"
        tabindex="-1"
        aria-label="Table of lots"
        @change="openTable"
      />
    </div>
    <p v-if="fault" role="alert" class="mb-3 font-semibold text-oxide">{{ fault }}</p>
    <p v-if="!yard.lots.length" class="slab p-5">
      No metal written down yet. Add a lot: what it is called, how much there is, and what you believe it is
      made of. A guess is fine; it is drawn as a guess.
    </p>
    <p v-else-if="!found.length" class="slab p-5">No lot matches “{{ search }}”.</p>

    <section v-for="bin in bins" :key="bin.id" class="mb-7">
      <h2 class="chalk mb-2 flex items-baseline gap-3">
        {{ bin.name }}
        <span class="font-sans text-sm font-normal tracking-normal text-soft normal-case">{{
          grams(total(bin.lots), 100)
        }}</span>
      </h2>
      <ul class="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
        <li v-for="lot in bin.lots" :key="lot.id" class="slab flex flex-col gap-2 p-3">
          <div class="flex items-start gap-2">
            <input
              type="checkbox"
              class="mt-0.5 size-5 shrink-0 accent-(--ember)"
              :checked="picked.has(lot.id)"
              :aria-label="`Pick ${lot.name}`"
              @change="pick(lot.id)"
            />
            <div class="min-w-0 flex-1">
              <h3 class="text-lg leading-tight font-bold break-words">{{ lot.name }}</h3>
              <p class="text-sm text-soft">
                {{ KIND_WORDS[lot.kind] }}, {{ KNOWLEDGE_WORDS[lot.knowledge]
                }}<template v-if="density(lot)">, {{ density(lot) }}</template>
              </p>
            </div>
            <p class="text-right">
              <span class="text-lg font-bold">{{ grams(lot.massG) }}</span><br />
              <span class="text-sm text-soft">{{ money(lot.pricePerKg) }}/kg</span>
            </p>
          </div>
          <CompositionBar :composition="lot.composition" :label="lot.name" />
          <p v-if="lot.note" class="text-sm text-soft">{{ lot.note }}</p>
          <div class="mt-auto flex gap-2">
            <button class="btn btn-quiet underline" @click="editing = lot">
              Edit<span class="sr-only"> {{ lot.name }}</span>
            </button>
            <button class="btn btn-quiet underline" @click="moving = lot">
              In, out, split<span class="sr-only">: {{ lot.name }}</span>
            </button>
          </div>
        </li>
      </ul>
    </section>
    <div
      v-if="chosen.length"
      class="sticky bottom-0 flex flex-wrap items-center gap-3 border-2 border-ink bg-panel px-4 py-2"
    >
      <span class="flex-1 basis-40">{{ chosen.length }} picked, {{ grams(total(chosen)) }}</span>
      <button class="btn" :disabled="chosen.length < 2" @click="merge">Merge into one</button>
      <button class="btn" @click="writeOff">Write off</button>
      <button class="btn btn-quiet" @click="picked.clear()">None</button>
    </div>
    <LotMove v-if="moving" :lot="moving" @close="moving = null" />
    <LazyStockImport v-if="table" :table="table" :file-name="fileName" @close="table = null" />
    <LazyLotEditor v-if="editing" :lot="editing === 'new' ? null : editing" @close="editing = null" />
  </section>
</template>
