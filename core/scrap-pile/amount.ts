import { byId } from '#core/lists'
import {
  countAt,
  parseDecimal,
  parseMass,
  UNIT_WORDS,
  wordsOf,
  type MassUnit,
  type Parsed,
} from '#core/units'
import { CONTAINERS, LENGTHS, type Container, type PileTile } from './tiles'

/** How much there is, as a newcomer says it. */
export interface PileAmount {
  massG: number
  /**
   * What was counted, where nothing was weighed: so many of what, and how much one of it is taken to weigh, g. `of` is
   * "piece", "metre", "litre" or the id of a container.
   */
  counted: { count: number; of: string; eachG: number } | null
}

/** What a figure without a unit is in: a unit of mass, pieces, or a container. */
export type BareUnit = MassUnit | 'piece' | 'metre' | 'litre' | (string & {})

const MASS_UNITS: readonly string[] = ['g', 'kg', 'oz', 'lb'] satisfies MassUnit[]
const BUCKET_LITRES = byId(CONTAINERS, 'bucket').litres
const LITRES: readonly (readonly [RegExp, number])[] = [
  [/^(?:l|litres?|liters?|liter|ltr)$/, 1],
  [/^(?:ml|millilit(?:re|er)s?)$/, 0.001],
  [/^(?:gal|gallons?)$/, 3.785411784],
  [/^(?:quarts?|qt)$/, 0.946352946],
]
const METRES: readonly (readonly [RegExp, number])[] = [
  [/^(?:m|metres?|meters?|meter)$/, 1],
  [/^(?:cm|centimet(?:re|er)s?|zentimeter)$/, 0.01],
  [/^(?:ft|foot|feet|fuß)$/, 0.3048],
  [/^(?:yd|yards?)$/, 0.9144],
]
const INCH = /^(?:in|inch(?:es)?|zoll|")$/
const AREA = /^(?:mm2|mm²|sqmm)$/
const FILLER = /^(?:of|full|x|×|the|von|mit|voll|voller|an?|copper|brass|in|thick|diameter|dia)$/

/**
 * "taps" and "tap", "boxes" and "box" are one word.
 * @example stemOf('boxes') // 'box'
 */
export const stemOf = (word: string): string =>
  word.length > 3 ? word.replace(/(?:(?<=x|s|ch|sh)es|(?<=[^s])s)$/, '') : word
const factorOf = (table: readonly (readonly [RegExp, number])[], word: string | undefined) =>
  word === undefined ? undefined : table.find(([pattern]) => pattern.test(word))?.[1]

/** A quantity as it is said, before it is known of what. */
export interface Quantity {
  count: number
  in: { kind: 'container'; container: Container } | { kind: 'litre' } | { kind: 'metre' } | null
  /** the words behind it, which say of what */
  thing: string[]
}

/**
 * A count and what it counts in, at the start of a text: "half a bucket of copper wire", "2 car wheels", "3 m of 22 mm
 * tube", "a 2,000 ml jug of taps".
 * @returns null where it begins with no count
 * @example quantityIn('two car wheels') // { count: 2, in: null, thing: ['car', 'wheels'] }
 */
export function quantityIn(text: string): Quantity | null {
  const words = wordsOf(text)
  // A handful is one, whether or not that is said.
  const said = countAt(words) ?? (containerAt(words) ? { count: 1, rest: words } : null)
  if (!said) return null
  let { count } = said
  let { rest } = said
  const again = countAt(rest)
  const inner = again && factorOf(LITRES, again.rest[0])
  // "two 5 l boxes": so many of that size.
  if (again && inner) [count, rest] = [count * again.count, again.rest]
  const litres = factorOf(LITRES, rest[0])
  if (litres !== undefined) {
    const behind = rest.slice(1)
    const held = containerAt(behind)
    return { count: count * litres, in: { kind: 'litre' }, thing: withoutFiller(held ? held.rest : behind) }
  }
  const metres = factorOf(METRES, rest[0])
  if (metres !== undefined) return { count: count * metres, in: { kind: 'metre' }, thing: rest.slice(1) }
  const held = containerAt(rest)
  if (held)
    return { count, in: { kind: 'container', container: held.container }, thing: withoutFiller(held.rest) }
  return { count, in: null, thing: rest }
}

const withoutFiller = (words: readonly string[]): string[] => {
  let at = 0
  while (/^(?:of|full|the|von|mit|voll|voller)$/.test(words[at] ?? '')) at++
  return words.slice(at)
}

/** Containers by what they are called, without plurals and hyphens. */
const CONTAINER_NAMES = new Map(
  CONTAINERS.flatMap((one) => one.words.map((word) => [wordsOf(word).map(stemOf).join(' '), one] as const)),
)
/** The container at the start of some words; "tin" before a weight of tin is none. */
function containerAt(words: readonly string[]): { container: Container; rest: string[] } | null {
  for (const size of [2, 1]) {
    const name = words.slice(0, size).map(stemOf).join(' ')
    const container = CONTAINER_NAMES.get(name)
    if (container && words.length >= size) return { container, rest: words.slice(size) }
  }
  return null
}

type Counting = Partial<Pick<PileTile, 'name' | 'also' | 'piece' | 'length' | 'bucketG'>>

/** Words that may stand beside a count of a thing without changing it. */
function isOf(thing: readonly string[], tile: Counting): boolean {
  const own = new Set(
    wordsOf([tile.name, tile.also, tile.piece?.one, tile.piece?.many].filter(Boolean).join(' ')).map(stemOf),
  )
  return thing.every((word) => FILLER.test(word) || own.has(stemOf(word)))
}
const isPiece = (thing: readonly string[], { piece }: Counting) =>
  !!piece &&
  thing.some((word) => [piece.one, piece.many].some((one) => stemOf(one.toLowerCase()) === stemOf(word)))

/**
 * An amount as it is said: weighed ("3 kg", "2 lb 4 oz", "2400 - 310"), or counted in pieces, containers, litres or
 * metres ("20 cans", "two car wheels", "half a bucket", "a handful", "3 m of 22 mm tube").
 * @param bare what a figure without one is in, as the field shows it
 * @param tile what a bucket or a piece of it weighs; left out where that is not known, and then only masses are read
 * @returns g; a count by what the tile says a bucket or a piece weighs (estimates)
 * @example amountOf('half a bucket', { bucketG: 8000 }, 'g') // { ok: true, value: { massG: 4000, counted: { count: 0.5, of: 'bucket', eachG: 8000 } } }
 */
export function amountOf(text: string, tile: Counting, bare: BareUnit): Parsed<PileAmount> {
  const unit = (MASS_UNITS.includes(bare) ? bare : 'g') as MassUnit
  const isCounting = !MASS_UNITS.includes(bare)
  const plain = isCounting ? parseDecimal(text) : null
  const said = quantityIn(text)
  if (isCounting && (plain?.ok || (said && said.in === null && said.thing.length === 0)))
    return countedIn(plain?.ok ? plain.value : said!.count, bare, tile, [])
  if (plain && !plain.ok && (plain.problem === 'two-readings' || plain.problem === 'empty')) return plain
  if (said && said.in?.kind === 'container' && isOf(said.thing, tile))
    return countedIn(said.count, said.in.container.id, tile, [])
  if (said && said.in?.kind === 'litre' && isOf(said.thing, tile))
    return countedIn(said.count, 'litre', tile, [])
  if (said && said.in?.kind === 'metre') return countedIn(said.count, 'metre', tile, said.thing)
  if (said && said.in === null && isPiece(said.thing, tile) && isOf(said.thing, tile))
    return countedIn(said.count, 'piece', tile, [])
  const weighed = parseMass(text, unit)
  return weighed.ok ? { ok: true, value: { massG: weighed.value, counted: null } } : weighed
}

/**
 * What the next figure without a unit is in, once an amount was said.
 * @returns null where the amount was a figure alone: then it is as before
 * @example unitSaid('2 kg', { massG: 2000, counted: null }) // 'kg'
 */
export function unitSaid(text: string, { counted }: PileAmount): BareUnit | null {
  const words = wordsOf(text)
  if (!words.some((word) => /[a-zäöü]/.test(word))) return null
  if (counted) return countAt(words)?.rest.length === 0 ? null : counted.of
  const units = words.flatMap((word) => UNIT_WORDS[word] ?? [])
  return units.findLast((unit) => unit !== 'ozt') ?? null
}

function countedIn(count: number, of: string, tile: Counting, size: readonly string[]): Parsed<PileAmount> {
  const eachG = eachOf(of, tile, size)
  if (eachG === null) return { ok: false, problem: 'unknown-unit' }
  if (!(count >= 0)) return { ok: false, problem: 'negative' }
  return { ok: true, value: { massG: count * eachG, counted: { count, of, eachG } } }
}

function eachOf(of: string, tile: Counting, size: readonly string[]): number | null {
  if (of === 'piece') return tile.piece?.massG ?? null
  if (of === 'litre') return tile.bucketG ? tile.bucketG / BUCKET_LITRES : null
  if (of === 'metre')
    return tile.length &&
      isOf(
        size.filter((word) => !/^[\d"]|^mm|^in|^zoll/.test(word)),
        tile,
      )
      ? metreOf(tile.length, size)
      : null
  const container = CONTAINERS.find(({ id }) => id === of)
  return container && tile.bucketG ? (tile.bucketG * container.litres) / BUCKET_LITRES : null
}

/**
 * Mass of a metre of tube or wire, g.
 * @param size words that tell it: "22 mm", "22 x 1 mm", "1/2 inch", "2.5 mm²"
 * @returns null where no size is told, or none that is made
 * @source π (D − s) s ρ; usual walls in the table
 */
function metreOf(kind: 'tube' | 'wire', size: readonly string[]): number | null {
  const figures = size.filter((word) => /^\d/.test(word))
  const values = figures.map((word) => {
    const [, above, below] = /^(\d+)\/(\d+)$/.exec(word) ?? []
    const read = above ? null : parseDecimal(word)
    return above ? Number(above) / Number(below) : read?.ok ? read.value : NaN
  })
  const [first = NaN, second] = values
  if (!(first > 0)) return null
  const inches = size.some((word) => INCH.test(word))
  const perMm2 = LENGTHS.densityGCm3
  if (kind === 'wire') {
    const area = size.some((word) => AREA.test(word))
      ? first
      : (Math.PI / 4) * (inches ? 25.4 * first : first) ** 2
    return area < 1000 ? area * perMm2 : null
  }
  // "1 1/2 inch" is one figure in two words.
  const nominal = inches ? values.reduce((sum, one) => sum + one, 0) : NaN
  const made = LENGTHS.nominalInch.find(({ inch }) => inch === nominal)
  const outside = inches ? made?.outsideMm : first
  const wall = inches ? made?.wallMm : (second ?? LENGTHS.wallsMm[String(first)])
  if (outside === undefined || wall === undefined || 2 * wall >= outside) return null
  return Math.PI * (outside - wall) * wall * perMm2
}

/**
 * The amount that stands at a tile first, as it would be typed.
 * @returns null where it is weighed: then it is a kilogram
 * @example startingAmount({ starts: 'twenty', piece: { one: 'can', many: 'cans', massG: 14.5 } }) // '20 cans'
 */
export function startingAmount({ starts, piece }: Pick<PileTile, 'starts' | 'piece'>): string | null {
  if (starts === 'bucket') return 'a bucketful'
  if (!piece || starts === 'kilo') return null
  return starts === 'one' ? `1 ${piece.one}` : `20 ${piece.many}`
}

/** A first heat is no larger than this, g, and uses this share of the pile: more of one metal than of another is left. */
const FIRST_HEAT_G = 1000
const SHARE = 0.7

/** Round amounts in pounds and ounces, g: 2 lb at most. */
const ROUND_OUNCES_G = [32, 16, 8, 4, 2, 1, 0.5, 0.25].map((ounces) => ounces * 28.349523125)

/**
 * A round amount to pour from a pile of so much: 1, 2 or 5 with noughts, a kilogram at most; in ounces and pounds 1, 2, 4
 * or 8 oz, 1 or 2 lb.
 * @param pileG all of the pile, g
 * @param unit the unit it is to be round in
 * @returns g
 * @example roundAmount(290) // 200
 */
export function roundAmount(pileG: number, unit: MassUnit = 'g'): number {
  const most = Math.min(FIRST_HEAT_G, SHARE * pileG)
  if (unit === 'oz' || unit === 'lb') return ROUND_OUNCES_G.find((one) => one <= most) ?? 1
  if (!(most >= 1)) return 1
  const tens = 10 ** Math.floor(Math.log10(most) + 1e-9)
  const times = most / tens + 1e-9
  return tens * (times >= 5 ? 5 : times >= 2 ? 2 : 1)
}
