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
  if (total < (given.target.tapMassG - (given.target.tapToleranceG ?? 0)) * (1 - 1e-6))
    faults.push(`tap ${total}`)
  // A limit of nothing is kept to the exactness of the arithmetic.
  const hair = 1e-8
  for (const [symbol, { min, max }] of Object.entries(given.target.limits)) {
    const pct = (100 * (grams[symbol] ?? 0)) / total
    if (max !== undefined && pct > max * (1 + 1e-6) + hair) faults.push(`${symbol} ${pct} > ${max}`)
    if (min !== undefined && pct < min * (1 - 1e-6)) faults.push(`${symbol} ${pct} < ${min}`)
  }
  return faults
}

/** The limits and the tap with every line off by its error of weighing, each the way that hurts most: what breaks. */
export function worstCase(given: ChargeProblem, plan: Pick<ChargePlan, 'lines'>): string[] {
  const faults: string[] = []
  const { target, recovery = {} } = given
  const parts = plan.lines.map(({ lot: id, massG }) => {
    const lot = given.lots.find((entry) => entry.id === id)!
    const share = (symbol: string) => {
      const pct =
        symbol === '?'
          ? 100 - Object.values(lot.composition).reduce((a, b) => a + b, 0)
          : (lot.composition[symbol] ?? 0)
      return (lot.metallicYield ?? 1) * (pct / 100) * (recovery[symbol] ?? 1)
    }
    const melt = [...Object.keys(lot.composition), '?'].reduce((sum, symbol) => sum + share(symbol), 0)
    return { massG, errorG: lot.weighErrorG ?? 0, share, melt }
  })
  const worst = (rate: (part: (typeof parts)[number]) => number) =>
    parts.reduce((sum, part) => sum + part.massG * rate(part) + part.errorG * Math.abs(rate(part)), 0)
  const short = target.tapMassG - (target.tapToleranceG ?? 0) + worst((part) => -part.melt)
  if (short > 1e-6 * target.tapMassG) faults.push(`tap short by ${short}`)
  if (given.excessMaxG !== undefined) {
    const over = worst((part) => part.melt) - target.tapMassG - given.excessMaxG
    if (over > 1e-6 * target.tapMassG) faults.push(`tap over by ${over}`)
  }
  const melt = parts.reduce((sum, part) => sum + part.massG * part.melt, 0)
  for (const [symbol, { min, max }] of Object.entries(target.limits)) {
    if (
      max !== undefined &&
      (100 * worst((part) => part.share(symbol) - (max / 100) * part.melt)) / melt > 1e-6 * max
    )
      faults.push(`${symbol} over ${max}`)
    if (
      min !== undefined &&
      (100 * worst((part) => (min / 100) * part.melt - part.share(symbol))) / melt > 1e-6 * min
    )
      faults.push(`${symbol} under ${min}`)
  }
  return faults
}
