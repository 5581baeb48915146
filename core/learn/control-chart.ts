import { nth } from '#core/lists'

/** Published constants of the chart of individuals with moving ranges of two. */
export const CHART = {
  d2: 1.128,
  D4: 3.267,
  source: 'ASTM manual on presentation of data and control chart analysis; from memory',
} as const

export type ChartRule = 'beyond-limits' | 'run-one-side' | 'trend' | 'two-of-three'

export interface ControlChart {
  values: number[]
  ranges: number[]
  mean: number
  sigma: number
  upper: number
  lower: number
  rangeUpper: number
  /** indices out of control, with the rules they break */
  signals: { index: number; rules: ChartRule[] }[]
}

/** Consecutive points that make a rule. */
const RUN = 8
const TREND = 6

/**
 * Chart of individuals and moving ranges: limits from the mean moving range over d₂, and the points that are out of
 * control: beyond three sigma; two of three beyond two sigma on one side; eight on one side; six in a row rising or falling.
 * @returns null for fewer than three values, which have no chart
 * @source ASTM manual for d₂ and D₄; rules of the Western Electric handbook and Nelson 1984; from memory
 * @example controlChart([10, 12, 11])!.sigma.toFixed(3) // '1.330'
 */
export function controlChart(values: readonly number[]): ControlChart | null {
  if (values.length < 3) return null
  const ranges = values.slice(1).map((value, at) => Math.abs(value - nth(values, at)))
  const mean = average(values)
  const meanRange = average(ranges)
  const sigma = meanRange / CHART.d2
  const signals = values.flatMap((_, index) => {
    const rules = rulesAt(values, index, mean, sigma)
    return rules.length > 0 ? [{ index, rules }] : []
  })
  return {
    values: [...values],
    ranges,
    mean,
    sigma,
    upper: mean + 3 * sigma,
    lower: mean - 3 * sigma,
    rangeUpper: CHART.D4 * meanRange,
    signals,
  }
}

function rulesAt(values: readonly number[], index: number, mean: number, sigma: number): ChartRule[] {
  const rules: ChartRule[] = []
  // What only rounding makes of equal values is no signal.
  const off = (at: number) =>
    Math.abs(nth(values, at) - mean) <= ROUNDING * Math.abs(mean) ? 0 : nth(values, at) - mean
  if (Math.abs(off(index)) > 3 * sigma) rules.push('beyond-limits')
  const three = [index - 2, index - 1, index].filter((at) => at >= 0)
  for (const side of [1, -1])
    if (side * off(index) > 2 * sigma && three.filter((at) => side * off(at) > 2 * sigma).length >= 2)
      rules.push('two-of-three')
  const last = (count: number) => Array.from({ length: count }, (_, back) => index - back)
  if (index >= RUN - 1) {
    const run = last(RUN).map(off)
    if (run.every((value) => value > 0) || run.every((value) => value < 0)) rules.push('run-one-side')
  }
  if (index >= TREND - 1) {
    const steps = last(TREND - 1).map((at) => nth(values, at) - nth(values, at - 1))
    if (steps.every((step) => step > 0) || steps.every((step) => step < 0)) rules.push('trend')
  }
  return rules
}

/** Equal values lie this close to their mean, as a share of it. */
const ROUNDING = 1e-12

const average = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
