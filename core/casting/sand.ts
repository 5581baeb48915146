import table from '#data/sand-mixes.json'

/** A recipe for moulding sand, parts by weight. */
export interface SandMix {
  id: string
  name: string
  sand: number
  clay: number
  water: number
  waterIs: string
  why: string
  source: string
}
export const SAND_MIXES: readonly SandMix[] = table.mixes

export interface SandBatch {
  sandG: number
  clayG: number
  waterG: number
}

/**
 * Sand, clay and water of a batch from any one of them, or from all together.
 * @param known which of them is known, and how much of it, g
 * @throws RangeError for a mass below zero
 * @source data/sand-mixes.json: common practice
 * @example sandBatch(bentonite, 'sand', 50_000).clayG // 5000
 */
export function sandBatch(mix: SandMix, known: 'sand' | 'clay' | 'water' | 'all', massG: number): SandBatch {
  if (!(massG >= 0)) throw new RangeError('a mass is not below zero')
  const whole = mix.sand + mix.clay + mix.water
  const unit = massG / (known === 'all' ? whole : mix[known])
  return { sandG: unit * mix.sand, clayG: unit * mix.clay, waterG: unit * mix.water }
}
