/** Numbers that are the same for the same seed. */
export interface SeededRandom {
  /** even between 0 and 1 */
  even: () => number
  /** normal, mean 0, standard deviation 1 */
  normal: () => number
}

/**
 * A source of numbers by chance that gives the same ones again.
 * @param seed whole number
 * @source mulberry32 (public domain; from memory); normal ones by Box and Muller 1958
 * @example seededRandom(1).even() === seededRandom(1).even() // true
 */
export function seededRandom(seed: number): SeededRandom {
  let state = seed >>> 0
  const even = (): number => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  let spare: number | null = null
  const normal = (): number => {
    if (spare !== null) {
      const kept = spare
      spare = null
      return kept
    }
    const far = Math.sqrt(-2 * Math.log(1 - even()))
    const turn = 2 * Math.PI * even()
    spare = far * Math.sin(turn)
    return far * Math.cos(turn)
  }
  return { even, normal }
}
