import { t } from '~/words'
import { counted } from '~/shared/units/figures'
import { computed, reactive } from 'vue'
import { mergeLots, newLot, PIECES_MOST, type Lot } from '#core/stock'
import { now, useYard, type Edit } from '~/storage/yard-store'
import { downloadText } from '~/shared/page/useDownload'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { usePastedTable } from './usePastedTable'

/** What can be done with several lots at once, and tables of them in and out. */
export function useStockBench() {
  const yard = useYard()
  const { announce } = useNotices()
  const picked = reactive(new Set<string>())
  const lots = computed(() => yard.lots.filter(({ id }) => picked.has(id)))
  const { table, fileName, fault, pasted } = usePastedTable()

  function pick(id: string): void {
    if (!picked.delete(id)) picked.add(id)
  }

  /** All of these, or none of them where all are picked already. */
  function pickAll(these: readonly Lot[]): void {
    const all = these.every(({ id }) => picked.has(id))
    for (const { id } of these)
      if (all) picked.delete(id)
      else picked.add(id)
  }

  /** The lots thrown into one bin, named after the largest. */
  function merge(): void {
    const parts = lots.value
    const [largest] = [...parts].sort((a, b) => b.massG - a.massG)
    if (!largest || parts.length < 2) return
    const id = crypto.randomUUID()
    const merged = newLot(
      { id, now: now() },
      {
        ...largest,
        ...mergeLots(parts),
        name: t('stock.merged-name', { lotName: largest.name, count: parts.length - 1 }).slice(0, 120),
        note: t('stock.merged-note', { lotNames: parts.map(({ name }) => name).join(', ') }).slice(0, 2000),
        originHeatId: null,
      },
    )
    delete merged.moves
    delete merged.clue
    Object.assign(merged, mergedExtras(parts))
    const edits: Edit[] = parts.map((lot) => ({ collection: 'lots', id: lot.id, after: null }))
    const all: Edit[] = [...edits, { collection: 'lots', id, after: merged }]
    if (!yard.commit(t('stock.merge-edit', { count: parts.length }), all)) return
    picked.clear()
    announce(t('stock.merge-done', { count: parts.length }))
  }

  function writeOff(): void {
    const parts = lots.value
    const edits = parts.map((lot): Edit => ({ collection: 'lots', id: lot.id, after: null }))
    if (!yard.commit(t('stock.write-off-lots-edit', { lots: counted(parts.length, 'lot') }), edits)) return
    picked.clear()
    announce(t('stock.lots-written-off', { lots: counted(parts.length, 'lot') }))
  }

  async function saveTable(): Promise<void> {
    const { writeStock } = await import('#formats/stock-csv')
    downloadText(writeStock(lots.value.length > 0 ? lots.value : yard.lots), 'stock.csv', 'text/csv')
    announce(t('stock.export-done'))
  }

  async function openTable(event: Event): Promise<void> {
    const chosen = pickedFile(event, 'table')
    if (!chosen) return
    fault.value = chosen.refused
    const { file } = chosen
    if (!file) return
    const { readTable } = await import('#formats/stock-csv')
    const read = readTable(await file.text())
    fault.value = read ? '' : t('stock.not-a-table', { fileName: file.name })
    fileName.value = file.name
    table.value = read
  }

  return {
    picked,
    lots,
    pick,
    pickAll,
    merge,
    writeOff,
    table,
    fileName,
    fault,
    pasted,
    saveTable,
    openTable,
  }
}

/** What lies on them, their pieces and their pictures, together. */
function mergedExtras(parts: readonly Lot[]): Partial<Lot> {
  const coatings = [...new Set(parts.flatMap((lot) => lot.coatings ?? []))]
  const pieces = parts.flatMap((lot) => lot.pieces ?? []).slice(0, PIECES_MOST)
  const photos = parts.flatMap((lot) => lot.photos ?? []).slice(0, 12)
  const whereFrom = [...new Set(parts.flatMap((lot) => lot.whereFrom ?? []))].join(', ').slice(0, 120)
  return {
    ...(coatings.length > 0 ? { coatings } : {}),
    ...(pieces.length > 0 ? { pieces } : {}),
    ...(photos.length > 0 ? { photos } : {}),
    ...(whereFrom ? { whereFrom } : {}),
  }
}
