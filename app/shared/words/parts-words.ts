import type { Collection } from '#core/workspace'

/** Parts of a record in a person's words, where the name of the field is not one. */
const NAMES: Record<string, string> = {
  title: 'name',
  massG: 'weight',
  pricePerKg: 'price',
  metallicYield: 'metal in it',
  sd: 'spread',
  gotOn: 'date it was got',
  whereFrom: 'where it is from',
  originHeatId: 'heat it comes from',
  tapMassG: 'melt wanted',
  loggedAt: 'logging',
  weighed: 'weights',
  done: 'steps done',
  castingsG: 'castings',
  fettledG: 'weight without gates',
  finishedG: 'weight when finished',
  workMin: 'work after the pour',
  returnsG: 'returns',
  drossG: 'dross',
  skullG: 'skull',
  spillG: 'spill',
  heelG: 'heel',
  stayedG: 'what stayed in the crucible',
  samplesG: 'samples',
  grossG: 'weight with the mould',
  liquidusC: 'liquidus',
  pourTemperatureC: 'pouring temperature',
  crucibleId: 'crucible',
  furnaceId: 'furnace',
  thermocoupleId: 'thermocouple',
  mouldId: 'mould',
  crucibleNo: 'crucible’s number',
  planLots: 'lots of the plan',
  need: 'metal needed',
  yardName: 'name of the yard',
  coats: 'wash put on',
  washHeats: 'wash heats',
  material: 'what it is made of',
  rampCPerH: 'how fast it may be heated',
  retiredAt: 'retiring',
  retiredWhy: 'why it was retired',
  takesG: 'the most it takes',
  stoppedAtG: 'metal in the mould when the pour broke off',
  headMm: 'head over the casting',
  castingMm: 'height in the mould',
  wallMm: 'wall',
  gateAt: 'where it is let in',
  mass: 'unit of weight',
  at: 'time',
}
const KINDS: Record<Collection, string> = {
  settings: 'settings',
  lots: 'lot',
  alloys: 'alloy',
  heats: 'heat',
  gear: 'gear',
  practices: 'practice',
}
const isMoment = (name: string) => /^\d{4}-\d\d-\d\dT/.test(name)
const isId = (name: string) => /^[0-9a-f-]{36}$/.test(name)

/** "the pour: dross", "the whole lot". */
export function partName(collection: Collection, path: readonly string[]): string {
  if (path.length === 0) return `the whole ${KINDS[collection]}`
  const named = path
    .filter((name) => !isId(name) && !isMoment(name))
    .map((name) => NAMES[name] ?? name.replaceAll(/([A-Z])/g, ' $1').toLowerCase())
    .join(': ')
  return `the ${named}`
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
  if (value === undefined || value === null || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') {
    if (name.endsWith('G')) return tools.grams(value, Math.abs(value) < 100 ? 0.1 : 1)
    return name.endsWith('C') ? tools.degrees(value) : String(Number(value.toPrecision(6)))
  }
  if (typeof value === 'string') {
    if (isId(value)) return tools.nameOf(value) ?? 'another'
    if (/^\d{4}-\d\d-\d\dT/.test(value)) return new Date(value).toLocaleString()
    return `“${value}”`
  }
  if (Array.isArray(value)) return value.length === 0 ? 'nothing' : `${value.length} of them`
  if (typeof value !== 'object') return ''
  const fields = Object.entries(value).filter(([, one]) => one !== undefined)
  if ('name' in value && typeof value.name === 'string' && value.name !== '') return `“${value.name}”`
  if (fields.length === 0) return 'nothing'
  // A composition, or figures by element.
  if (fields.every(([key, one]) => /^[A-Z][a-z]?$/.test(key) && typeof one === 'number'))
    return fields.map(([symbol, pct]) => `${symbol} ${Number(Number(pct).toPrecision(4))}`).join(', ')
  return fields.length === 1 ? 'one entry' : `${fields.length} entries`
}
