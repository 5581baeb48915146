import type { Alloy } from '#core/alloys'
import { UNIDENTIFIED } from '#core/composition'
import { meltCoefficients } from './melt-coefficients'
import type { ChargePlan } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'

/** Why a lot is not in the plan. Shares are of the melt it would give alone, wt%. */
export type WhyUnused =
  | { kind: 'over'; element: string; pct: number; max: number }
  | { kind: 'dilutes'; element: string; pct: number; min: number }
  | { kind: 'too-little'; leastG: number }
  | { kind: 'dearer' | 'virgin' | 'not-needed' }

/** An excess smaller than this does not keep a lot out. */
const CLEARLY = 1.02

/**
 * Returns why a lot of a problem is not in its plan, the strongest reason only: an element above a limit that the plan
 * is at, one above any limit, a minimum it would dilute, its price.
 * @param plan answer to the problem
 * @param lot one of the problem's lots that the plan leaves out
 * @example whyUnused({ target: { limits: { Fe: { max: 0.2 } } }, recovery: {} }, { limiting: [] }, { id: 'a', composition: { Cu: 98, Fe: 2 }, availableG: 900, pricePerKg: 0 }).kind // 'over'
 */
export function whyUnused(
  problem: Pick<ChargeProblem, 'target' | 'recovery' | 'objective' | 'minLineG'>,
  plan: Pick<ChargePlan, 'limiting' | 'cost' | 'tapMassG'>,
  lot: ChargeLot,
): WhyUnused {
  const { limits, base, othersEachMax } = problem.target
  if (lot.availableG < (problem.minLineG ?? 0)) return { kind: 'too-little', leastG: problem.minLineG! }
  const share = sharesOf(lot, problem.recovery ?? {})
  const atLimit = (element: string, bound: 'min' | 'max') =>
    plan.limiting.some((one) => one.kind === 'element' && one.element === element && one.bound === bound)
  const over = Object.entries(share)
    .flatMap(([element, pct]) => {
      const max = limits[element]?.max ?? (element === base || limits[element] ? undefined : othersEachMax)
      return max !== undefined && element !== UNIDENTIFIED && pct > CLEARLY * max
        ? [{ element, pct, max }]
        : []
    })
    .sort(
      (a, b) =>
        Number(atLimit(b.element, 'max')) - Number(atLimit(a.element, 'max')) ||
        b.pct / Math.max(b.max, 1e-6) - a.pct / Math.max(a.max, 1e-6),
    )
  if (over[0]) return { kind: 'over', ...over[0] }
  for (const [element, { min }] of Object.entries(limits))
    if (min && atLimit(element, 'min') && (share[element] ?? 0) < min / CLEARLY)
      return { kind: 'dilutes', element, pct: share[element] ?? 0, min }
  if (problem.objective === 'virgin' && lot.virgin) return { kind: 'virgin' }
  const { meltPerG } = meltCoefficients(lot, problem.recovery ?? {})
  const perKg = lot.pricePerKg / Math.max(meltPerG, 1e-9)
  if (problem.objective === 'cost' && perKg > (1000 * plan.cost) / Math.max(plan.tapMassG, 1e-9))
    return { kind: 'dearer' }
  return { kind: 'not-needed' }
}

function sharesOf(
  lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'>,
  recovery: NonNullable<ChargeProblem['recovery']>,
): Record<string, number> {
  const { elementPct, meltPerG } = meltCoefficients(lot, recovery)
  return Object.fromEntries(
    Object.entries(elementPct).map(([element, value]) => [element, value / Math.max(meltPerG, 1e-9)]),
  )
}

/** An alloy that a lot could go into, and how much of its melt the lot could be. */
export interface CouldBe {
  alloy: Alloy
  /** 0–1 */
  share: number
}

/**
 * Returns the alloys that a lot could be the most of, were the rest pure metal of what they lack.
 * @param least share of the melt below which an alloy is not named, 0–1
 * @source for each element: share of lot · its content ≤ limit
 * @example couldGoInto({ composition: { Cu: 100 } }, [], {}).length // 0
 */
export function couldGoInto(
  lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'>,
  alloys: readonly Alloy[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  least = 0.25,
): CouldBe[] {
  const contents = sharesOf(lot, recovery)
  return alloys
    .map((alloy) => {
      let share = 1
      for (const [element, pct] of Object.entries(contents)) {
        if (element === UNIDENTIFIED || pct <= 0) continue
        const limit = alloy.limits[element]
        const max =
          limit?.max ??
          (element === alloy.base || limit ? undefined : (alloy.othersEachMax ?? alloy.othersTotalMax))
        if (max !== undefined) share = Math.min(share, max / pct)
      }
      return { alloy, share }
    })
    .filter((one) => one.share >= least)
    .sort((a, b) => b.share - a.share)
}
