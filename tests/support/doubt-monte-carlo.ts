import type { ChargeProblem } from '#core/charge'
import { seeded } from './random-problem'

/** The element a lot has most of. */
export const baseOf = ({ composition }: { composition: Record<string, number> }) =>
  Object.entries(composition).sort((a, b) => b[1] - a[1])[0]![0]

/** Draws everything that the open format says is drawn, from the problem alone, and counts. */
export function countedOdds(
  problem: ChargeProblem,
  lines: readonly { lot: string; massG: number }[],
  seed: number,
  draws: number,
) {
  const random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(random() || 1e-12)) * Math.cos(2 * Math.PI * random())
  const cut = (value: number) => Math.min(1, Math.max(0, value))
  const lots = lines.map(({ lot, massG }) => ({ massG, lot: problem.lots.find(({ id }) => id === lot)! }))
  let inside = 0
  const taps: number[] = []
  for (let draw = 0; draw < draws; draw++) {
    const kept = new Map<string, number>()
    const keeps = (symbol: string) => {
      if (!kept.has(symbol))
        kept.set(
          symbol,
          cut((problem.recovery?.[symbol] ?? 1) + (problem.recoverySd?.[symbol] ?? 0) * normal()),
        )
      return kept.get(symbol)!
    }
    const shared = new Map<string, number>()
    const melt: Record<string, number> = {}
    let meltG = 0
    for (const { massG, lot } of lots) {
      const weighed = massG + (2 * random() - 1) * (lot.weighErrorG ?? 0)
      const metal = weighed * cut((lot.metallicYield ?? 1) + (lot.metallicYieldSd ?? 0) * normal())
      const drawn: Record<string, number> = { ...lot.composition }
      // The base is what the others leave of what is identified.
      const base = baseOf(lot)
      const own = (lot.sd ?? {})[base] !== undefined
      for (const [symbol, sd] of Object.entries(lot.sd ?? {})) {
        const key = lot.group === undefined ? `${lot.id}/${symbol}` : `${lot.group}//${symbol}`
        if (!shared.has(key)) shared.set(key, normal())
        const by = sd * shared.get(key)!
        drawn[symbol] = drawn[symbol]! + by
        if (!own) drawn[base] = drawn[base]! - by
      }
      const named = Object.values(lot.composition).reduce((sum, pct) => sum + pct, 0)
      if (named < 100 - 1e-9) drawn['?'] = 100 - named
      for (const [symbol, pct] of Object.entries(drawn)) {
        const grams = ((metal * pct) / 100) * keeps(symbol)
        melt[symbol] = (melt[symbol] ?? 0) + grams
        meltG += grams
      }
    }
    taps.push(meltG)
    const holds = Object.entries(problem.target.limits).every(
      ([symbol, { min = -Infinity, max = Infinity }]) => {
        const pct = (100 * (melt[symbol] ?? 0)) / meltG
        return pct >= min && pct <= max
      },
    )
    if (holds) inside++
  }
  const mean = taps.reduce((sum, one) => sum + one, 0) / draws
  const sd = Math.sqrt(taps.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (draws - 1))
  return { odds: inside / draws, tapSdG: sd }
}
