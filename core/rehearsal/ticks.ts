import type { Heat, LogEntry } from '#core/heat'
import { totalG } from '#core/lists'
import type { CoverId } from '#core/melt'
import type { Act, Scenario } from './scenario'

/** An act without its moment: it is done as soon as it is told. */
export type ActNow = Act extends infer One ? (One extends Act ? Omit<One, 'atS'> : never) : never

/** What was done to a heat's record, as a rehearsal takes it for what was done at the furnace. */
export interface Ticked {
  scenario: Scenario
  before: Heat
  after: Heat
  /** of the practice chosen for it */
  cover: CoverId
  lifted: boolean
  nowMs: number
}

/** Bubbled through without a clock, nobody knows how long: no longer than this is believed, min. */
const MOST_DEGASSED_MIN = 20

/**
 * What ticks of a run sheet and entries of a log mean for the metal.
 * @returns in the order in which they are done; none for what changes nothing in the pot
 * @example actsOfTicks({ before: { ...poured, done: {} }, after: { ...poured, done: { preheat: { at, skipped: false }, skim: { at, skipped: false } } }, scenario: copperHeat, cover: 'glass', lifted: false, nowMs: 0 })[0].do // 'skim'
 */
export function actsOfTicks(ticked: Ticked): ActNow[] {
  const { before, after } = ticked
  const fresh = Object.entries(after.done).flatMap(([id, { skipped }]) =>
    !before.done[id] && !skipped ? [id] : [],
  )
  const putBack = fresh.includes('top-up')
  const known = new Set((before.log ?? []).map(({ id }) => id))
  const written = (after.log ?? []).filter(({ id }) => !known.has(id))
  return [
    // Zinc that is put back is told as one more addition.
    ...fresh.filter((id) => !(putBack && id === 'add-zinc')).flatMap((id) => actsOfStep(id, ticked)),
    ...written.flatMap((entry) => actsOfEntry(entry)),
  ]
}

function actsOfStep(id: string, ticked: Ticked): ActNow[] {
  const { scenario, after, cover, lifted } = ticked
  const preheated = after.done.preheat?.skipped === false
  const adds = scenario.lots
    .filter((lot, at) => at >= scenario.begins && lot.step === id)
    .map((lot): ActNow => ({ do: 'add', lot: lot.id, preheated }))
  /** The preheating stands for the tools too. */
  const tool: ActNow[] = preheated ? [] : [{ do: 'cold-tool' }]
  switch (id) {
    case 'cover':
      return [{ do: 'cover', cover }]
    case 'stir':
    case 'skim':
    case 'deoxidise':
      return [...adds, ...tool, { do: id }]
    case 'degas':
      return [...tool, { do: 'degas', minutes: degasMinutes(ticked) }]
    case 'top-up':
      return [{ do: 'zinc', massG: putBackG(ticked), preheated }]
    case 'pour':
      // A cold, damp mould throws the metal back.
      return [...tool, ...(lifted ? [] : [{ do: 'lift' } as const]), { do: 'pour' }]
    default:
      return adds
  }
}

function actsOfEntry({ kind, minutes, power }: LogEntry): ActNow[] {
  if (kind === 'skim') return [{ do: 'skim' }]
  if (kind === 'fire') return power === undefined ? [] : [{ do: 'power', to: power }]
  if (kind === 'lid-off' || kind === 'lid-on') return [{ do: 'lid', on: kind === 'lid-on' }]
  return kind === 'degas' && minutes ? [{ do: 'degas', minutes }] : []
}

/** By the step's clock where it was started, else since the step before. */
function degasMinutes({ before, nowMs }: Ticked): number {
  const started = before.clocks?.degas
  if (started) return Math.max(0, (nowMs - Date.parse(started)) / 60_000)
  const last = Math.max(0, ...Object.values(before.done).map(({ at }) => Date.parse(at)))
  return Math.min(MOST_DEGASSED_MIN, Math.max(0, (nowMs - last) / 60_000))
}

function putBackG({ before, after }: Ticked): number {
  const weighed = totalG(after.weighed) - totalG(before.weighed)
  if (weighed > 0) return weighed
  const told = (after.log ?? []).filter((one) => !(before.log ?? []).some(({ id }) => id === one.id))
  return told.reduce((all, { massG }) => all + (massG ?? 0), 0)
}
