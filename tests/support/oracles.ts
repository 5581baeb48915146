import createGlpk from 'glpk.js/node'
import { solve as solveYalps } from 'yalps'
import type { ChargeProblem } from '#core/charge'

/*
 * The least-cost blend written down a second time, straight from the definitions of the open problem shape:
 * plain grams, undivided rows, no code shared with the engine. Two independent solvers answer it.
 */
interface Row {
  name: string
  coefficients: number[]
  min: number
  max: number
}

function writeDown(problem: ChargeProblem): { cost: number[]; upper: number[]; rows: Row[] } {
  const { target, lots, recovery = {} } = problem
  const yieldOf = lots.map((lot) => lot.metallicYield ?? 1)
  const symbols = new Set(lots.flatMap((lot) => Object.keys(lot.composition)))
  const melted = (index: number, symbol: string): number => {
    const lot = lots[index]!
    const pct =
      symbol === '?'
        ? 100 - Object.values(lot.composition).reduce((a, b) => a + b, 0)
        : (lot.composition[symbol] ?? 0)
    return (yieldOf[index]! * pct * (recovery[symbol] ?? 1)) / 100
  }
  const melt = lots.map((_, index) =>
    [...symbols, '?'].reduce((sum, symbol) => sum + melted(index, symbol), 0),
  )
  const rows: Row[] = [
    {
      name: 'tap',
      coefficients: melt,
      min: target.tapMassG,
      max: target.tapMassG + (problem.excessMaxG ?? 0),
    },
  ]
  const limitRow = (name: string, content: (index: number) => number, limit: number, isMax: boolean) =>
    rows.push({
      name,
      coefficients: lots.map((_, index) => content(index) - (limit / 100) * melt[index]!),
      min: isMax ? -Infinity : 0,
      max: isMax ? 0 : Infinity,
    })
  for (const [symbol, { min, max }] of Object.entries(target.limits)) {
    if (max !== undefined) limitRow(`${symbol}-max`, (index) => melted(index, symbol), max, true)
    if (min !== undefined) limitRow(`${symbol}-min`, (index) => melted(index, symbol), min, false)
  }
  const others = [...symbols].filter((symbol) => !(symbol in target.limits) && symbol !== target.base)
  if (target.othersTotalMax !== undefined)
    limitRow(
      'others',
      (index) => [...others, '?'].reduce((sum, symbol) => sum + melted(index, symbol), 0),
      target.othersTotalMax,
      true,
    )
  if (target.othersEachMax !== undefined)
    for (const symbol of others)
      limitRow(`${symbol}-each`, (index) => melted(index, symbol), target.othersEachMax, true)
  return {
    cost: lots.map((lot) => lot.pricePerKg / 1000),
    upper: lots.map((lot) => Math.min(lot.availableG, lot.maxG ?? Infinity)),
    rows,
  }
}

/** Least cost by GLPK (GPL, for tests and benchmarks only); null when infeasible. */
export async function leastCostByGlpk(problem: ChargeProblem): Promise<number | null> {
  const glpk = await createGlpk()
  const { cost, upper, rows } = writeDown(problem)
  const names = cost.map((_, index) => `x${index}`)
  const result = await glpk.solve(
    {
      name: 'blend',
      objective: {
        direction: glpk.GLP_MIN,
        name: 'cost',
        vars: names.map((name, index) => ({ name, coef: cost[index]! })),
      },
      subjectTo: rows.map(({ name, coefficients, min, max }) => ({
        name,
        vars: names.map((variable, index) => ({ name: variable, coef: coefficients[index]! })),
        bnds:
          min === max
            ? { type: glpk.GLP_FX, lb: min, ub: max }
            : max === Infinity
              ? { type: glpk.GLP_LO, lb: min, ub: 0 }
              : min === -Infinity
                ? { type: glpk.GLP_UP, lb: 0, ub: max }
                : { type: glpk.GLP_DB, lb: min, ub: max },
      })),
      bounds: names.map((name, index) => ({ name, type: glpk.GLP_DB, lb: 0, ub: upper[index]! })),
    },
    { msglev: glpk.GLP_MSG_OFF, presol: false },
  )
  return result.result.status === glpk.GLP_OPT ? result.result.z : null
}

/** Least cost by YALPS (MIT); null when infeasible. */
export function leastCostByYalps(problem: ChargeProblem): number | null {
  const { cost, upper, rows } = writeDown(problem)
  const constraints: Record<string, { min?: number; max?: number; equal?: number }> = {}
  for (const { name, min, max } of rows)
    constraints[name] =
      min === max
        ? { equal: min }
        : { ...(min > -Infinity ? { min } : {}), ...(max < Infinity ? { max } : {}) }
  const variables: Record<string, Record<string, number>> = {}
  cost.forEach((price, index) => {
    const column: Record<string, number> = { cost: price, [`stock${index}`]: 1 }
    for (const { name, coefficients } of rows) column[name] = coefficients[index]!
    variables[`x${index}`] = column
    constraints[`stock${index}`] = { max: upper[index]! }
  })
  const solution = solveYalps({ direction: 'minimize', objective: 'cost', constraints, variables })
  return solution.status === 'optimal' ? solution.result : null
}
