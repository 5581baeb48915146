import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/label-sheets.json'

const mm = z.number().min(0).max(500)
const sheetSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  page: z.enum(['A4', 'letter']),
  columns: z.number().int().min(1).max(20),
  rows: z.number().int().min(1).max(40),
  widthMm: mm.positive(),
  heightMm: mm.positive(),
  /** left and top of the first label on its page */
  leftMm: mm,
  topMm: mm,
  /** between columns */
  gapMm: mm,
})
export const labelSheetsSchema = z.strictObject({
  version: z.literal(1),
  source: z.string(),
  sheets: z.array(sheetSchema).min(1),
})

const table = tableOf(labelSheetsSchema, file)
export type LabelSheet = z.infer<typeof sheetSchema>
/** Sheets of labels as they are sold. */
export const LABEL_SHEETS: readonly LabelSheet[] = table.sheets
export const LABEL_SHEET_SOURCE = table.source

/** Width and height of a page, mm: ISO 216 and ANSI/ASME Y14.1. */
export const PAGE_MM = { A4: [210, 297], letter: [215.9, 279.4] } as const

/**
 * Labels laid on pages: how many places stay empty on the first, and what stands on each.
 * @param first place of the first label on a sheet that was begun before, from 1
 * @returns pages of places, row by row; null is an empty place
 * @example layOut(['a'], { columns: 2, rows: 1 }, 2) // [[null, 'a']]
 */
export function layOut<T>(
  labels: readonly T[],
  { columns, rows }: Pick<LabelSheet, 'columns' | 'rows'>,
  first = 1,
): (T | null)[][] {
  const places = columns * rows
  const skipped = Math.min(Math.max(0, Math.round(first) - 1), places - 1)
  const all: (T | null)[] = [...Array.from({ length: skipped }, () => null), ...labels]
  return Array.from({ length: Math.ceil(all.length / places) }, (_, page) =>
    all.slice(page * places, (page + 1) * places),
  )
}
