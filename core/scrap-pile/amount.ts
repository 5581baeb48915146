import { parseDecimal, parseMass, type MassUnit, type Parsed } from '#core/units'
import type { PileTile } from './tiles'

/** How much there is, as a newcomer says it. */
export interface PileAmount {
  massG: number
  /** what was counted, where nothing was weighed: so many of what, and how much one of it is taken to weigh, g */
  counted: { count: number; of: 'bucket' | 'piece'; eachG: number } | null
}

const HALF = /^(half an?|½)$/
const ONE = /^(an?|one)$/
const BUCKET = /^bucket(ful)?s?( full)?$/

/**
 * An amount as it is said: weighed ("3 kg", "2 lb 4 oz", "2400 - 310"), or counted in buckets or pieces ("a bucketful",
 * "half a bucket", "20 cans", "2 wheels").
 * @param unit of a figure without one
 * @returns g; a count by what the tile says a bucket or a piece weighs (estimates)
 * @example amountOf('half a bucket', { bucketG: 8000 }, 'g') // { ok: true, value: { massG: 4000, counted: { count: 0.5, of: 'bucket', eachG: 8000 } } }
 */
export function amountOf(
  text: string,
  tile: Pick<PileTile, 'bucketG' | 'piece'>,
  unit: MassUnit,
): Parsed<PileAmount> {
  const said = text.trim().toLowerCase().replace(/\s+/g, ' ')
  const [, before = '', what = ''] = /^(half an?|½|an?|one|[\d.,/ ]+)? ?([a-z][a-z ]*)$/.exec(said) ?? []
  const { one, many, massG = 0 } = tile.piece ?? {}
  const of = BUCKET.test(what)
    ? 'bucket'
    : what === one?.toLowerCase() || what === many?.toLowerCase()
      ? 'piece'
      : null
  if (of === null) {
    const weighed = parseMass(text, unit)
    return weighed.ok ? { ok: true, value: { massG: weighed.value, counted: null } } : weighed
  }
  const figure = before.trim()
  const count: Parsed<number> = HALF.test(figure)
    ? { ok: true, value: 0.5 }
    : figure === '' || ONE.test(figure)
      ? { ok: true, value: 1 }
      : parseDecimal(figure)
  if (!count.ok) return count
  const eachG = of === 'bucket' ? tile.bucketG : massG
  return { ok: true, value: { massG: count.value * eachG, counted: { count: count.value, of, eachG } } }
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

/**
 * A round amount to pour from a pile of so much: 1, 2 or 5 with noughts, a kilogram at most.
 * @param pileG all of the pile, g
 * @example roundAmount(290) // 200
 */
export function roundAmount(pileG: number): number {
  const most = Math.min(FIRST_HEAT_G, SHARE * pileG)
  if (!(most >= 1)) return 1
  const unit = 10 ** Math.floor(Math.log10(most) + 1e-9)
  const times = most / unit + 1e-9
  return unit * (times >= 5 ? 5 : times >= 2 ? 2 : 1)
}
