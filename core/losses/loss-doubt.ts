import table from '#data/loss-doubt.json'

export const LOSS_DOUBT_SOURCE = table.source

/**
 * How far the recovery of an element may be off where nothing was learned: one standard deviation.
 * @param base the base metal of the melt, of which a smaller share is lost
 * @returns fraction 0–1
 * @source engineering estimates in data/loss-doubt.json
 * @example recoveryDoubt('Zn', 'Cu') // 0.03
 */
export function recoveryDoubt(symbol: string, base: string | null = null): number {
  if (symbol === base) return table.baseSd
  return (table.recoverySd as Record<string, number>)[symbol] ?? table.otherRecoverySd
}

/**
 * How far the metallic yield of a lot may be off where nothing was learned: half of what is lost, one standard deviation.
 * @returns fraction 0–1
 * @source engineering estimate in data/loss-doubt.json
 * @example yieldDoubt(0.98).toFixed(3) // '0.010'
 */
export function yieldDoubt(metallicYield: number): number {
  return Number((table.yieldShareOfLoss * (1 - metallicYield)).toFixed(6))
}
