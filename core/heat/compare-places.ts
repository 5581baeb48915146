import type { MetalTest } from './schema'
import { tensileMPa } from './tensile'

/** Tests of one kind from different places of one heat. */
export interface PlacesCompared {
  kind: 'tensile' | 'hardness' | 'density'
  /** hardness scale; empty for the others */
  scale: string
  /** by place, the best first */
  rows: { place: MetalTest['place']; values: number[]; mean: number }[]
  /** how far the least is under the most, 0–1 */
  apart: number
  /** further apart than such tests scatter: the place is the suspect, not the alloy */
  suspect: boolean
}

/** How far tests of one metal scatter by themselves, as a share. Engineering judgement. */
const SCATTER = { tensile: 0.15, hardness: 0.1, density: 0.01 } as const

/**
 * Specimens of one heat by where they come from. Bars that were at fault themselves say nothing, and specimens nobody
 * said the place of cannot be compared.
 * @returns one entry for each kind (and scale) of test that at least two places gave
 * @source engineering judgement
 * @example comparePlaces([]) // []
 */
export function comparePlaces(tests: readonly MetalTest[]): PlacesCompared[] {
  const groups = new Map<string, Map<MetalTest['place'], number[]>>()
  for (const test of tests) {
    const { kind, place, barFault } = test
    const value = kind === 'tensile' ? tensileMPa(test) : test.value
    if (!(kind in SCATTER) || value === null || barFault || place === 'not-told') continue
    const key = `${kind} ${kind === 'hardness' ? test.scale.trim() : ''}`
    const places = groups.get(key) ?? new Map<MetalTest['place'], number[]>()
    places.set(place, [...(places.get(place) ?? []), value])
    groups.set(key, places)
  }
  return [...groups].flatMap(([key, places]): PlacesCompared[] => {
    if (places.size < 2) return []
    const kind = key.split(' ', 1)[0] as PlacesCompared['kind']
    const rows = [...places]
      .map(([place, values]) => ({
        place,
        values,
        mean: values.reduce((sum, one) => sum + one, 0) / values.length,
      }))
      .sort((a, b) => b.mean - a.mean)
    const means = rows.map(({ mean }) => mean)
    const apart = 1 - Math.min(...means) / Math.max(...means)
    return [{ kind, scale: key.slice(kind.length + 1), rows, apart, suspect: apart > SCATTER[kind] }]
  })
}
