<script setup lang="ts">
import { t } from '~/words'
import { newLot } from '#core/stock'
import type { StockField, StockRow, StockTable } from '#formats/stock-csv'
import { lotsOfTable } from '#formats/stock-csv'
import { computed, reactive, ref } from 'vue'
import { namesLike } from '#core/scrap-pile'
import { stockFaultWords } from './import-words'
import { useNotices } from '~/shared/page/useNotices'
import { useUnits } from '~/shared/units/useUnits'
import { now, type Edit, useYard } from '~/storage/yard-store'
import { counted, sentences } from '~/shared/units/figures'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A table of lots: its columns matched, its rows looked at before any of them goes into the bins. */
const props = defineProps<{ table: StockTable; fileName: string }>()
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { grams } = useUnits()
const { announce } = useNotices()
const fields = ref<StockField[]>([...props.table.fields])
const PLAIN = [
  ['name', t('stock.column-name')],
  ['mass', t('stock.column-mass')],
  ['kind', t('stock.column-kind')],
  ['form', t('stock.column-form')],
  ['price', t('stock.column-price')],
  ['knowledge', t('stock.column-knowledge')],
  ['note', t('stock.column-note')],
  ['coatings', t('stock.column-coating')],
  ['pieces', t('stock.column-pieces')],
  ['whereFrom', t('stock.column-origin')],
  ['gotOn', t('stock.column-date')],
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
/** names put right, by the place of their row */
const renamed = reactive<Record<number, string>>({})
const nameAt = computed(() => fields.value.indexOf('name'))
const table = computed<StockTable>(() => ({
  ...props.table,
  rows: props.table.rows.map((row, index) => {
    const name = renamed[index]
    return name === undefined ? row : row.map((cell, at) => (at === nameAt.value ? name : cell))
  }),
}))
const rows = computed(() => lotsOfTable(table.value, fields.value))
const rowAt = ({ line }: StockRow) => line - 2
const good = computed(() => rows.value.filter((row) => row.ok))
const bad = computed(() => rows.value.filter((row) => !row.ok))
/** Rows that are listed with what is wrong with them. */
const MOST_BAD = 60
/** Names spelt like the one that is not known, by the line of its row. */
const suggested = computed(
  () =>
    new Map(
      bad.value.slice(0, MOST_BAD).flatMap((row) => {
        const fault = row.ok ? undefined : row.faults.find(({ kind }) => kind === 'unknown-metal')
        return fault?.kind === 'unknown-metal' ? [[row.line, namesLike(fault.name)] as const] : []
      }),
    ),
)
function take(): void {
  const time = now()
  const edits = good.value.map((row): Edit => {
    const id = crypto.randomUUID()
    return { collection: 'lots', id, after: newLot({ id, now: time }, row.lot) }
  })
  if (!yard.commit(t('stock.import-edit', { fileName: props.fileName }), edits)) return
  announce(t('stock.import-done', { edits: counted(edits.length, 'lot'), fileName: props.fileName }))
  emit('close')
}
</script>

<template>
  <SheetDialog :title="t('stock.import-heading', { fileName })" wide @close="emit('close')">
    <p class="mb-3 text-lg font-bold" aria-live="polite" data-testid="import-answer">
      {{
        sentences(
          t('stock.import-answer', { good: good.length, rows: rows.length }),
          bad.length > 0 && t('stock.import-faults', { count: bad.length }),
        )
      }}
    </p>
    <h3 class="label mb-1">{{ t('stock.columns-heading') }}</h3>
    <div
      class="relative mb-4 grid max-h-72 grid-cols-2 gap-2 overflow-auto sm:grid-cols-4"
      tabindex="0"
      role="group"
      :aria-label="t('stock.columns')"
    >
      <label v-for="(column, index) in table.header" :key="index">
        <span class="text-sm font-semibold">{{
          column || t('stock.column-number', { number: index + 1 })
        }}</span>
        <select
          class="field"
          :value="key(fields[index] ?? null)"
          @change="match(index, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">{{ t('stock.column-ignored') }}</option>
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
      class="relative mb-3 max-h-44 overflow-auto text-sm"
      tabindex="0"
      role="list"
      :aria-label="t('stock.faults')"
    >
      <li v-for="row in bad.slice(0, MOST_BAD)" :key="row.line" class="border-t border-line py-1">
        <b>{{ t('stock.row', { line: row.line }) }}</b>
        {{ row.ok ? '' : sentences(...row.faults.map(stockFaultWords)) }}
        <span v-if="suggested.get(row.line)?.length" class="flex flex-wrap items-center gap-2 py-1">
          {{ t('stock.did-you-mean') }}
          <button
            v-for="name in suggested.get(row.line)"
            :key="name"
            type="button"
            class="btn min-h-8 text-sm"
            @click="renamed[rowAt(row)] = name"
          >
            {{ name }}
          </button>
        </span>
      </li>
    </ul>
    <ul
      class="relative mb-4 max-h-56 overflow-auto"
      tabindex="0"
      role="list"
      :aria-label="t('stock.import-list-heading')"
    >
      <li
        v-for="row in good.slice(0, 40)"
        :key="row.line"
        class="flex justify-between gap-3 border-t border-line py-1"
      >
        <span
          >{{ row.lot.name }}
          <span v-if="row.lot.note" class="text-sm text-soft">{{ row.lot.note }}</span></span
        ><b class="shrink-0">{{ grams(row.lot.massG) }}</b>
      </li>
    </ul>
    <button class="btn btn-next" :disabled="!good.length" @click="take">
      {{ t('stock.import-button-lots', { lots: counted(good.length, 'lot') }) }}
    </button>
  </SheetDialog>
</template>
