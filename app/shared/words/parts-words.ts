import { t } from '~/words'
import type { Collection } from '#core/workspace'

/** Parts of a record in a person's words, where the name of the field is not one. */
const NAMES: Record<string, string> = {
  title: t('parts.name'),
  massG: t('parts.weight'),
  pricePerKg: t('parts.price'),
  metallicYield: t('parts.metal-in-it'),
  sd: t('parts.uncertainty'),
  gotOn: t('parts.date-acquired'),
  whereFrom: t('parts.origin'),
  originHeatId: t('parts.source-heat'),
  tapMassG: t('parts.tap-mass-part'),
  loggedAt: t('parts.logging'),
  weighed: t('parts.weights'),
  done: t('parts.steps-done'),
  castingsG: t('parts.castings'),
  fettledG: t('parts.weight-without-gates'),
  finishedG: t('parts.weight-when-finished'),
  workMin: t('parts.casting-work'),
  returnsG: t('parts.returns'),
  drossG: t('parts.dross'),
  skullG: t('parts.skull'),
  spillG: t('parts.spill'),
  heelG: t('parts.heel'),
  stayedG: t('parts.skull-left'),
  samplesG: t('parts.samples'),
  grossG: t('parts.ingot-gross'),
  liquidusC: t('parts.part-liquidus'),
  pourTemperatureC: t('parts.pouring-temperature'),
  crucibleId: t('parts.crucible'),
  furnaceId: t('parts.furnace'),
  thermocoupleId: t('parts.thermocouple'),
  mouldId: t('parts.mould'),
  crucibleNo: t('parts.crucibles-number'),
  planLots: t('parts.plan-lots'),
  need: t('parts.metal-needed'),
  yardName: t('parts.yard-name'),
  coats: t('parts.wash-put-on'),
  washHeats: t('parts.wash-heats'),
  material: t('parts.composition'),
  rampCPerH: t('parts.heating-rate'),
  retiredAt: t('parts.retirement'),
  retiredWhy: t('parts.retirement-reason'),
  takesG: t('parts.capacity'),
  stoppedAtG: t('parts.interrupted-mass'),
  headMm: t('parts.head-part'),
  castingMm: t('parts.casting-height'),
  wallMm: t('parts.wall'),
  gateAt: t('parts.gate-position'),
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
  if (path.length === 0) return t('parts.whole-record', { kind: KINDS[collection] })
  const named = path
    .filter((name) => !isId(name) && !isMoment(name))
    .map((name) => NAMES[name] ?? name.replaceAll(/([A-Z])/g, ' $1').toLowerCase())
    .join(': ')
  return t('parts.named-record', { name: named })
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
    return value.length === 0 ? t('small.nothing') : t('parts.several-of', { count: value.length })
  if (typeof value !== 'object') return ''
  const fields = Object.entries(value).filter(([, one]) => one !== undefined)
  if ('name' in value && typeof value.name === 'string' && value.name !== '') return `“${value.name}”`
  if (fields.length === 0) return t('small.nothing')
  // A composition, or figures by element.
  if (fields.every(([key, one]) => /^[A-Z][a-z]?$/.test(key) && typeof one === 'number'))
    return fields.map(([symbol, pct]) => `${symbol} ${Number(Number(pct).toPrecision(4))}`).join(', ')
  return fields.length === 1 ? t('parts.one-entry') : t('parts.entries', { fields: fields.length })
}
