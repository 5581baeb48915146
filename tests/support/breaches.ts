import type { ChargePlan, ChargeProblem } from '#core/charge'

/** The limits once more, by plain arithmetic on the answer's lines: every one that is broken. */
export function breaches(given: ChargeProblem, plan: ChargePlan): string[] {
  const grams: Record<string, number> = {}
  let total = 0
  for (const { lot: id, massG } of plan.lines) {
    const lot = given.lots.find((entry) => entry.id === id)!
    const named = Object.values(lot.composition).reduce((a, b) => a + b, 0)
    for (const [symbol, pct] of [...Object.entries(lot.composition), ['?', 100 - named] as const]) {
      const got = massG * (lot.metallicYield ?? 1) * (pct / 100) * (given.recovery?.[symbol] ?? 1)
      grams[symbol] = (grams[symbol] ?? 0) + got
      total += got
    }
  }
  const faults: string[] = []
  if (total < given.target.tapMassG * (1 - 1e-6)) faults.push(`tap ${total}`)
  for (const [symbol, { min, max }] of Object.entries(given.target.limits)) {
    const pct = (100 * (grams[symbol] ?? 0)) / total
    if (max !== undefined && pct > max * (1 + 1e-6)) faults.push(`${symbol} ${pct} > ${max}`)
    if (min !== undefined && pct < min * (1 - 1e-6)) faults.push(`${symbol} ${pct} < ${min}`)
  }
  return faults
}
