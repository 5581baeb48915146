/**
 * Length to make a pattern, so that the casting comes out at the length wanted.
 * @param wantedMm of the cold casting
 * @param shrinkagePct linear, percent of the pattern's length
 * @returns mm
 * @throws RangeError for a shrinkage that is not from 0 to under 100 %
 * @source a pattern of 310 mm that comes out 4.4 mm short shrank 1.42 %: casting = pattern × (1 − s)
 * @example patternLength(100, 1.5).toFixed(2) // '101.52'
 */
export function patternLength(wantedMm: number, shrinkagePct: number): number {
  if (!(shrinkagePct >= 0 && shrinkagePct < 100)) throw new RangeError('shrinkage from 0 to under 100 %')
  return wantedMm / (1 - shrinkagePct / 100)
}

/**
 * Length of the casting that a pattern gives.
 * @param patternMm of the pattern
 * @param shrinkagePct linear, percent of the pattern's length
 * @returns mm, cold
 * @throws RangeError for a shrinkage that is not from 0 to under 100 %
 * @source casting = pattern × (1 − s)
 * @example castingLength(310, 1.42).toFixed(1) // '305.6'
 */
export function castingLength(patternMm: number, shrinkagePct: number): number {
  if (!(shrinkagePct >= 0 && shrinkagePct < 100)) throw new RangeError('shrinkage from 0 to under 100 %')
  return patternMm * (1 - shrinkagePct / 100)
}
