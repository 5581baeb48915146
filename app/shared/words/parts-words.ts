import { t } from '~/words'
import type { Collection } from '#core/workspace'

/** Parts of a record in a person's words, where the name of the field is not one. */
const NAMES: Record<string, string> = {
  title: t('parts.name'),
  massG: t('parts.weight'),
  pricePerKg: t('parts.price'),
  metallicYield: t('parts.metal-in-it'),
  sd: t('parts.spread'),
  gotOn: t('parts.date-it-was-got'),
  whereFrom: t('parts.where-it-is-from'),
  originHeatId: t('parts.heat-it-comes-from'),
  tapMassG: t('parts.melt-wanted'),
  loggedAt: t('parts.logging'),
  weighed: t('parts.weights'),
  done: t('parts.steps-done'),
  castingsG: t('parts.castings'),
  fettledG: t('parts.weight-without-gates'),
  finishedG: t('parts.weight-when-finished'),
  workMin: t('parts.work-after-the-pour'),
  returnsG: t('parts.returns'),
  drossG: t('parts.dross'),
  skullG: t('parts.skull'),
  spillG: t('parts.spill'),
  heelG: t('parts.heel'),
  stayedG: t('parts.what-stayed-in-the-crucible'),
  samplesG: t('parts.samples'),
  grossG: t('parts.weight-with-the-mould'),
  liquidusC: t('parts.liquidus-2'),
  pourTemperatureC: t('parts.pouring-temperature'),
  crucibleId: t('parts.crucible'),
  furnaceId: t('parts.furnace'),
  thermocoupleId: t('parts.thermocouple'),
  mouldId: t('parts.mould'),
  crucibleNo: t('parts.crucibles-number'),
  planLots: t('parts.lots-of-the-plan'),
  need: t('parts.metal-needed'),
  yardName: t('parts.name-of-the-yard'),
  coats: t('parts.wash-put-on'),
  washHeats: t('parts.wash-heats'),
  material: t('parts.what-it-is-made-of'),
  rampCPerH: t('parts.how-fast-it-may-be-heated'),
  retiredAt: t('parts.retiring'),
  retiredWhy: t('parts.why-it-was-retired'),
  takesG: t('parts.the-most-it-takes'),
  stoppedAtG: t('parts.metal-in-the-mould-when-the'),
  headMm: t('parts.head-over-the-casting'),
  castingMm: t('parts.height-in-the-mould'),
  wallMm: t('parts.wall'),
  gateAt: t('parts.where-it-is-let-in'),
  mass: t('parts.unit-of-weight'),
  at: t('parts.time'),
}
const KINDS: Record<Collection, string> = {
  settings: t('parts.settings'),
  lots: t('parts.lot'),
  alloys: t('parts.alloy'),
  heats: t('parts.heat'),
  gear: t('parts.gear'),
  practices: t('parts.practice'),
}
const isMoment = (name: string) => /^\d{4}-\d\d-\d\dT/.test(name)
const isId = (name: string) => /^[0-9a-f-]{36}$/.test(name)

/** "the pour: dross", "the whole lot". */
export function partName(collection: Collection, path: readonly string[]): string {
  if (path.length === 0) return t('parts.the-whole', { KINDS: KINDS[collection] })
  const named = path
    .filter((name) => !isId(name) && !isMoment(name))
    .map((name) => NAMES[name] ?? name.replaceAll(/([A-Z])/g, ' $1').toLowerCase())
    .join(': ')
  return t('parts.the', { named })
}

interface Tools {
  grams(value: number, stepG?: number): string
  degrees(celsius: number): string
  /** what a record of this id is called; null where there is none */
  nameOf(id: string): string | null
}

/** What a part says, short and in words: never the way it is stored. */
export function partValue(path: readonly string[], value: unknown, tools: Tools): string {
  const name = path.at(-1) ?? ''
  if (value === undefined || value === null || value === '') return t('small.nothing')
  if (typeof value === 'boolean') return value ? t('small.yes') : t('small.no')
  if (typeof value === 'number') {
    if (name.endsWith('G')) return tools.grams(value, Math.abs(value) < 100 ? 0.1 : 1)
    return name.endsWith('C') ? tools.degrees(value) : String(Number(value.toPrecision(6)))
  }
  if (typeof value === 'string') {
    if (isId(value)) return tools.nameOf(value) ?? t('small.another')
    if (/^\d{4}-\d\d-\d\dT/.test(value)) return new Date(value).toLocaleString()
    return `“${value}”`
  }
  if (Array.isArray(value))
    return value.length === 0 ? t('small.nothing') : t('parts.of-them', { value: value.length })
  if (typeof value !== 'object') return ''
  const fields = Object.entries(value).filter(([, one]) => one !== undefined)
  if ('name' in value && typeof value.name === 'string' && value.name !== '') return `“${value.name}”`
  if (fields.length === 0) return t('small.nothing')
  // A composition, or figures by element.
  if (fields.every(([key, one]) => /^[A-Z][a-z]?$/.test(key) && typeof one === 'number'))
    return fields.map(([symbol, pct]) => `${symbol} ${Number(Number(pct).toPrecision(4))}`).join(', ')
  return fields.length === 1 ? t('parts.one-entry') : t('parts.entries', { fields: fields.length })
}
