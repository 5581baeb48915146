<script setup lang="ts">
import { newLot } from '#core/stock'
import type { StockField, StockTable } from '#formats/stock-csv'
import { lotsOfTable } from '#formats/stock-csv'
import { computed, ref } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { useUnits } from '~/shared/units/useUnits'
import { now, type Edit, useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A table of lots: its columns matched, its rows looked at before any of them goes into the bins. */
const props = defineProps<{ table: StockTable; fileName: string }>()
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { grams } = useUnits()
const { announce } = useNotices()
const fields = ref<StockField[]>([...props.table.fields])
const PLAIN = [
  ['name', 'name'],
  ['mass', 'mass'],
  ['kind', 'kind'],
  ['form', 'form'],
  ['price', 'price per kg'],
  ['knowledge', 'known from'],
  ['note', 'note'],
  ['coatings', 'what is on it'],
  ['pieces', 'single pieces'],
  ['whereFrom', 'where from'],
  ['gotOn', 'got on'],
] as const
const key = (field: StockField) =>
  field === null
    ? ''
    : typeof field === 'string'
      ? field
      : 'element' in field
        ? `e:${field.element}`
        : `s:${field.spread}`
const elements = computed(() => [
  ...new Set(
    props.table.fields.flatMap((field) =>
      field !== null && typeof field === 'object' ? ['element' in field ? field.element : field.spread] : [],
    ),
  ),
])
function match(index: number, value: string): void {
  const [kind, symbol = ''] = value.split(':')
  fields.value[index] = !value
    ? null
    : kind === 'e'
      ? { element: symbol }
      : kind === 's'
        ? { spread: symbol }
        : (value as StockField)
}
const rows = computed(() => lotsOfTable(props.table, fields.value))
const good = computed(() => rows.value.filter((row) => row.ok))
const bad = computed(() => rows.value.filter((row) => !row.ok))
function take(): void {
  const time = now()
  const edits = good.value.map((row): Edit => {
    const id = crypto.randomUUID()
    return { collection: 'lots', id, after: newLot({ id, now: time }, row.lot) }
  })
  if (!yard.commit(`Read ${props.fileName}`, edits)) return
  announce(`${counted(edits.length, 'lot')} from ${props.fileName}. Undo takes it back.`)
  emit('close')
}
</script>

<template>
  <SheetDialog :title="`Lots from ${fileName}`" wide @close="emit('close')">
    <p class="mb-3 text-lg font-bold" aria-live="polite" data-testid="import-answer">
      {{ good.length }} of {{ rows.length }} rows can go into the bins<template v-if="bad.length"
        >; {{ bad.length }} have a fault and stay out</template
      >.
    </p>
    <h3 class="label mb-1">What each column is</h3>
    <div
      class="mb-4 grid max-h-72 grid-cols-2 gap-2 overflow-auto sm:grid-cols-4"
      tabindex="0"
      role="group"
      aria-label="Columns"
    >
      <label v-for="(column, index) in table.header" :key="index">
        <span class="text-sm font-semibold">{{ column || `column ${index + 1}` }}</span>
        <select
          class="field"
          :value="key(fields[index] ?? null)"
          @change="match(index, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">leave it out</option>
          <option v-for="[id, words] in PLAIN" :key="id" :value="id">{{ words }}</option>
          <option v-for="symbol in elements" :key="symbol" :value="`e:${symbol}`">{{ symbol }}, %</option>
          <option v-for="symbol in elements" :key="`±${symbol}`" :value="`s:${symbol}`">
            {{ symbol }} ±
          </option>
        </select>
      </label>
    </div>
    <ul
      v-if="bad.length"
      class="mb-3 max-h-44 overflow-auto text-sm"
      tabindex="0"
      role="list"
      aria-label="Faults"
    >
      <li v-for="row in bad.slice(0, 60)" :key="row.line" class="border-t border-line py-1">
        <b>Row {{ row.line }}:</b>
        {{ row.ok ? '' : row.faults.map(({ column, message }) => `${column}: ${message}`).join('; ') }}
      </li>
    </ul>
    <ul class="mb-4 max-h-56 overflow-auto" tabindex="0" role="list" aria-label="Lots to add">
      <li
        v-for="row in good.slice(0, 40)"
        :key="row.line"
        class="flex justify-between gap-3 border-t border-line py-1"
      >
        <span>{{ row.lot.name }}</span><b>{{ grams(row.lot.massG) }}</b>
      </li>
    </ul>
    <button class="btn btn-next" :disabled="!good.length" @click="take">
      Put {{ good.length }} {{ good.length === 1 ? 'lot' : 'lots' }} in the bins
    </button>
  </SheetDialog>
</template>
