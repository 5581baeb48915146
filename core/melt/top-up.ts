/**
 * Metal to add so that an element that burnt away is back where it was wanted.
 * @param meltG melt now, g
 * @param leftPct wt% of the element left in it
 * @param wantPct wt% wanted
 * @param metalPct wt% of the element in what is added
 * @returns g; 0 where there is enough
 * @throws RangeError where what is added is no richer than what is wanted
 * @source mass balance: m (w − l) / (a − w)
 * @example topUp(2000, 27, 30, 100).toFixed(1) // '85.7'
 */
export function topUp(meltG: number, leftPct: number, wantPct: number, metalPct: number): number {
  if (!(metalPct > wantPct)) throw new RangeError('what is added is no richer than what is wanted')
  return Math.max(0, (meltG * (wantPct - leftPct)) / (metalPct - wantPct))
}
