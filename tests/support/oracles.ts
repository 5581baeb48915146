import createGlpk, { type LP } from 'glpk.js/node'
import jsLp from 'javascript-lp-solver'
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
  /** wt% */
  limit?: number
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
      min: target.tapMassG - (target.tapToleranceG ?? 0),
      max: target.tapMassG + (problem.excessMaxG ?? 0),
    },
  ]
  const limitRow = (name: string, content: (index: number) => number, limit: number, isMax: boolean) =>
    rows.push({
      name,
      coefficients: lots.map((_, index) => content(index) - (limit / 100) * melt[index]!),
      min: isMax ? -Infinity : 0,
      max: isMax ? 0 : Infinity,
      limit,
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

/** The rows as GLPK takes them, over variables x0, x1, … in grams. */
async function glpkRows(rows: readonly Row[]) {
  const glpk = await createGlpk()
  const subjectTo: LP['subjectTo'] = rows.map(({ name, coefficients, min, max }) => ({
    name,
    vars: coefficients.map((coef, index) => ({ name: `x${index}`, coef })),
    bnds:
      min === max
        ? { type: glpk.GLP_FX, lb: min, ub: max }
        : max === Infinity
          ? { type: glpk.GLP_LO, lb: min, ub: 0 }
          : min === -Infinity
            ? { type: glpk.GLP_UP, lb: 0, ub: max }
            : { type: glpk.GLP_DB, lb: min, ub: max },
  }))
  return { glpk, subjectTo }
}

/**
 * Least cost by GLPK (GPL, for tests and benchmarks only), whole pieces and steps, least lines, the number of lots, what
 * each line costs and errors of weighing included; null when infeasible.
 */
export async function leastCostByGlpk(problem: ChargeProblem, seconds = 20): Promise<number | null> {
  const { cost, upper, rows } = writeDown(problem)
  const { glpk, subjectTo } = await glpkRows(rows)
  const generals: string[] = []
  const binaries: string[] = []
  const bounds: LP['bounds'] = cost.map((_, index) => ({
    name: `x${index}`,
    type: glpk.GLP_DB,
    lb: 0,
    ub: upper[index]!,
  }))
  problem.lots.forEach(({ pieceG: ownG, stepG }, index) => {
    const pieceG = ownG ?? stepG
    if (pieceG === undefined) return
    generals.push(`n${index}`)
    bounds.push({
      name: `n${index}`,
      type: glpk.GLP_DB,
      lb: 0,
      ub: Math.floor(upper[index]! / pieceG + 1e-9),
    })
    subjectTo.push({
      name: `piece${index}`,
      vars: [
        { name: `x${index}`, coef: 1 },
        { name: `n${index}`, coef: -pieceG },
      ],
      bnds: { type: glpk.GLP_FX, lb: 0, ub: 0 },
    })
  })
  const least = problem.minLineG ?? 0
  const lineCost = problem.lineCost ?? 0
  const errors = problem.lots.map(({ weighErrorG }) => weighErrorG ?? 0)
  if (errors.some((error) => error > 0)) {
    // Worst case of all weighings: every line in use takes its error times its say in the row off the row's room.
    const tap = subjectTo.find(({ name }) => name === 'tap')!
    subjectTo.push({
      ...tap,
      name: 'tap-most',
      vars: [...tap.vars],
      bnds: { type: glpk.GLP_UP, lb: 0, ub: rows[0]!.max },
    })
    tap.bnds = { type: glpk.GLP_LO, lb: rows[0]!.min, ub: 0 }
    for (const row of subjectTo) {
      const own = rows.find(({ name }) => name === (row.name === 'tap-most' ? 'tap' : row.name))
      if (!own) continue
      const side = row.bnds.type === glpk.GLP_UP ? 1 : -1
      own.coefficients.forEach((coefficient, index) => {
        const worst = side * errors[index]! * Math.abs(coefficient)
        if (worst !== 0) row.vars.push({ name: `b${index}`, coef: worst })
      })
    }
  }
  if (problem.maxLots !== undefined || least > 0 || lineCost > 0 || errors.some((error) => error > 0)) {
    problem.lots.forEach((_, index) => {
      binaries.push(`b${index}`)
      const use = (name: string, factor: number, bound: 'up' | 'lo') =>
        subjectTo.push({
          name,
          vars: [
            { name: `x${index}`, coef: 1 },
            { name: `b${index}`, coef: -factor },
          ],
          bnds: bound === 'up' ? { type: glpk.GLP_UP, lb: 0, ub: 0 } : { type: glpk.GLP_LO, lb: 0, ub: 0 },
        })
      use(`used${index}`, Math.min(upper[index]!, 2 * problem.target.tapMassG), 'up')
      if (least > 0) use(`least${index}`, least, 'lo')
    })
    if (problem.maxLots !== undefined)
      subjectTo.push({
        name: 'lots',
        vars: binaries.map((name) => ({ name, coef: 1 })),
        bnds: { type: glpk.GLP_UP, lb: 0, ub: problem.maxLots },
      })
  }
  const result = await glpk.solve(
    {
      name: 'blend',
      objective: {
        direction: glpk.GLP_MIN,
        name: 'cost',
        vars: [
          ...cost.map((coef, index) => ({ name: `x${index}`, coef })),
          ...(lineCost > 0 ? binaries.map((name) => ({ name, coef: lineCost })) : []),
        ],
      },
      subjectTo,
      bounds,
      ...(generals.length > 0 ? { generals } : {}),
      ...(binaries.length > 0 ? { binaries } : {}),
    },
    { msglev: glpk.GLP_MSG_OFF, presol: binaries.length > 0 || generals.length > 0, tmlim: seconds },
  )
  return result.result.status === glpk.GLP_OPT ? result.result.z : null
}

/** The most that can be tapped in spec from the stock, g, by GLPK. */
export async function mostTapByGlpk(problem: ChargeProblem): Promise<number> {
  const { upper, rows } = writeDown(problem)
  const [tap, ...limits] = rows
  const { glpk, subjectTo } = await glpkRows(limits)
  const result = await glpk.solve(
    {
      name: 'maximum',
      objective: {
        direction: glpk.GLP_MAX,
        name: 'tap',
        vars: tap!.coefficients.map((coef, index) => ({ name: `x${index}`, coef })),
      },
      subjectTo,
      bounds: upper.map((ub, index) => ({ name: `x${index}`, type: glpk.GLP_DB, lb: 0, ub })),
    },
    { msglev: glpk.GLP_MSG_OFF },
  )
  return result.result.status === glpk.GLP_OPT ? result.result.z : 0
}

/** Least sum of fractions by which the whole composition must give, by GLPK; the mass balance holds. */
export async function leastGivingByGlpk(problem: ChargeProblem): Promise<number> {
  const { upper, rows } = writeDown(problem)
  const { glpk, subjectTo } = await glpkRows(rows)
  const [tap] = rows
  const slacks: string[] = []
  rows.forEach(({ name, min, limit }, index) => {
    if (name === 'tap' || !limit) return
    slacks.push(`s${index}`)
    subjectTo[index]!.vars.push({
      name: `s${index}`,
      // One unit of slack is the whole limit, in grams of the melt.
      coef: (min === 0 ? 1 : -1) * (limit / 100) * tap!.min,
    })
  })
  const result = await glpk.solve(
    {
      name: 'giving',
      objective: { direction: glpk.GLP_MIN, name: 'sum', vars: slacks.map((name) => ({ name, coef: 1 })) },
      subjectTo,
      bounds: [
        ...upper.map((ub, index) => ({ name: `x${index}`, type: glpk.GLP_DB, lb: 0, ub })),
        ...slacks.map((name) => ({ name, type: glpk.GLP_LO, lb: 0, ub: 0 })),
      ],
    },
    { msglev: glpk.GLP_MSG_OFF },
  )
  return result.result.status === glpk.GLP_OPT ? result.result.z : Infinity
}

/** Least excess over limits in their widths of a melt of this mass with its fixed lines, by GLPK. */
export async function leastHarmByGlpk(problem: ChargeProblem, tapMassG: number): Promise<number> {
  const { upper, rows } = writeDown(problem)
  const { glpk, subjectTo } = await glpkRows(rows)
  const tap = subjectTo.find(({ name }) => name === 'tap')!
  tap.bnds = { type: glpk.GLP_FX, lb: tapMassG, ub: tapMassG }
  const weights: { name: string; coef: number }[] = []
  rows.forEach(({ name, min, limit }, index) => {
    if (name === 'tap' || limit === undefined) return
    const { min: least = 0, max: most } = problem.target.limits[name.split('-')[0]!] ?? { max: limit }
    const width = (most ?? 100) - least
    // A gram of slack is so many widths of the limit in a melt of this mass.
    weights.push({ name: `s${index}`, coef: 100 / tapMassG / width })
    subjectTo[index]!.vars.push({ name: `s${index}`, coef: min === 0 ? 1 : -1 })
  })
  const result = await glpk.solve(
    {
      name: 'harm',
      objective: { direction: glpk.GLP_MIN, name: 'sum', vars: weights },
      subjectTo,
      bounds: [
        ...upper.map((ub, index) => {
          const { fixedG } = problem.lots[index]!
          return fixedG === undefined
            ? { name: `x${index}`, type: glpk.GLP_DB, lb: 0, ub }
            : { name: `x${index}`, type: glpk.GLP_FX, lb: fixedG, ub: fixedG }
        }),
        ...weights.map(({ name }) => ({ name, type: glpk.GLP_LO, lb: 0, ub: 0 })),
      ],
    },
    { msglev: glpk.GLP_MSG_OFF },
  )
  return result.result.status === glpk.GLP_OPT ? result.result.z : Infinity
}

/** The problem as yalps and javascript-lp-solver both take it. */
function asTable(problem: ChargeProblem) {
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
  return { constraints, variables }
}

/** Least cost by YALPS (MIT); null when infeasible. */
export function leastCostByYalps(problem: ChargeProblem): number | null {
  const solution = solveYalps({ direction: 'minimize', objective: 'cost', ...asTable(problem) })
  return solution.status === 'optimal' ? solution.result : null
}

/** Least cost by javascript-lp-solver (Unlicense), plain blends only; null when infeasible. */
export function leastCostByJsLp(problem: ChargeProblem): number | null {
  const solution = jsLp.Solve({ optimize: 'cost', opType: 'min', ...asTable(problem) }) as {
    feasible: boolean
    result: number
  }
  return solution.feasible ? solution.result : null
}
