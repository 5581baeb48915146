import type { ChargeLot, ChargeProblem } from '#core/charge'

/** Mulberry32: a small seeded generator, so that every random case can be repeated. */
export function seeded(seed: number): () => number {
  let state = seed | 0
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const SOLUTES = ['Sn', 'Zn', 'Pb', 'Fe', 'Ni', 'P', 'Sb', 'Si', 'Al', 'Mn', 'Bi', 'S', 'As', 'Ag', 'Mg']

/**
 * A blend that a yard could pose: copper-based, `elements` elements of which the last few are traces with
 * limits down to 0.005 %. Most are solvable; some are not.
 */
export function randomProblem(seed: number, lotCount: number, elements = 8): ChargeProblem {
  const random = seeded(seed)
  const solutes = SOLUTES.slice(0, elements - 1)
  const lots: ChargeLot[] = [
    lot('copper', 8, { Cu: 99.95 }),
    lot('tin', 30, { Sn: 99.9, Pb: 0.05 }),
    lot('zinc', 3, { Zn: 99.5, Fe: 0.02 }),
  ]
  while (lots.length < lotCount) {
    const composition: Record<string, number> = {}
    let rest = 100
    for (const symbol of solutes) {
      if (random() < 0.35) continue
      const trace = ['P', 'Sb', 'Si', 'Al', 'Bi', 'S', 'As', 'Ag', 'Mg', 'Mn'].includes(symbol)
      const pct = trace ? 0.2 * random() ** 3 : 12 * random() ** 2
      composition[symbol] = pct
      rest -= pct
    }
    composition.Cu = rest * (0.998 + 0.002 * random())
    lots.push({
      ...lot(`scrap-${lots.length}`, 2 + 6 * random(), composition),
      availableG: 100 + 1500 * random(),
      metallicYield: 0.9 + 0.1 * random(),
      sd: { Sn: 0.1 * random(), Pb: 0.1 * random() },
    })
  }
  const limits: ChargeProblem['target']['limits'] = {
    Sn: { min: 4 + 5 * random(), max: 11 },
    Zn: { min: 1, max: 3 + 4 * random() },
  }
  for (const symbol of solutes.slice(2)) {
    const trace = ['P', 'Sb', 'Si', 'Al', 'Bi', 'S', 'As', 'Ag', 'Mg', 'Mn'].includes(symbol)
    limits[symbol] = { max: trace ? 0.005 + 0.05 * random() : 0.3 + 2 * random() }
  }
  return {
    format: 'hephaestal/charge-problem',
    version: 1,
    target: { tapMassG: 500 + 3000 * random(), limits, base: 'Cu', othersTotalMax: 0.5 },
    lots,
    recovery: { Zn: 0.96, Sn: 0.99, Cu: 0.995, P: 0.75 },
    objective: 'cost',
  }
}

const ALUMINIUM_SOLUTES = ['Si', 'Cu', 'Mg', 'Zn', 'Fe', 'Mn', 'Ti', 'Cr', 'Ni', 'Sn', 'Pb'] as const

/** A blend of an aluminium yard: extrusions, castings and hardeners, with a casting alloy's limits. */
export function randomAluminiumProblem(seed: number, lotCount: number): ChargeProblem {
  const random = seeded(seed)
  const lots: ChargeLot[] = [
    lot('ingot', 3, { Al: 99.7, Fe: 0.18, Si: 0.08 }),
    lot('silicon', 4, { Si: 99, Fe: 0.4 }),
    lot('hardener', 9, { Al: 49.8, Cu: 50, Fe: 0.1 }),
  ]
  while (lots.length < lotCount) {
    const composition: Record<string, number> = {}
    let rest = 100
    for (const symbol of ALUMINIUM_SOLUTES) {
      if (random() < 0.3) continue
      const most = { Si: 11, Cu: 4, Mg: 2, Zn: 2, Fe: 1.2, Mn: 0.8 }[symbol as string] ?? 0.2
      const pct = most * random() ** 2
      composition[symbol] = pct
      rest -= pct
    }
    composition.Al = rest * (0.998 + 0.002 * random())
    lots.push({
      ...lot(`scrap-${lots.length}`, 0.5 + 2 * random(), composition),
      availableG: 100 + 2500 * random(),
      metallicYield: 0.75 + 0.24 * random(),
    })
  }
  const silicon = 5 + 3 * random()
  return {
    format: 'hephaestal/charge-problem',
    version: 1,
    target: {
      tapMassG: 500 + 4000 * random(),
      limits: {
        Si: { min: silicon, max: silicon + 1 },
        Cu: { max: 0.25 + 3 * random() },
        Fe: { max: 0.4 + 0.6 * random() },
        Mg: { max: 0.1 + 0.4 * random() },
        Mn: { max: 0.5 },
        Zn: { max: 0.35 + random() },
        Ti: { max: 0.2 },
      },
      base: 'Al',
      othersEachMax: 0.05,
      othersTotalMax: 0.15,
    },
    lots,
    recovery: { Al: 0.99, Si: 0.98, Mg: 0.9, Zn: 0.97, Ti: 0.95 },
    objective: 'cost',
  }
}

/** The same with limits of a few thousandths of a percent on what the scrap is full of. */
export function withTinyLimits(problem: ChargeProblem, seed: number): ChargeProblem {
  const random = seeded(seed)
  const limits = { ...problem.target.limits }
  for (const symbol of ['Al', 'Si', 'P', 'Sb', 'Bi', 'S'])
    if (limits[symbol]) limits[symbol] = { max: 0.001 + 0.005 * random() }
  return { ...problem, target: { ...problem.target, limits } }
}

function lot(id: string, pricePerKg: number, composition: Record<string, number>): ChargeLot {
  return {
    id,
    availableG: 20000,
    pricePerKg,
    composition,
    metallicYield: 0.99,
    virgin: id.indexOf('scrap') < 0,
  }
}
