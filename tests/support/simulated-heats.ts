import { seededRandom } from '#core/statistics'
import { findAlloy, type Limits, type Practice } from '#core/alloys'
import {
  chargePrior,
  inferComposition,
  inferredVerdict,
  modelsOf,
  SHED,
  termsOf,
  type Observation,
  type PriorLine,
} from '#core/inference'

/** Heats with a hidden truth: what went in is drawn from what is believed of it, what is seen from the truth with errors. */

interface Kind {
  practice: Practice
  grade: string
  recovery: Record<string, number>
  lines: PriorLine[]
}
const lot = (
  lotId: string,
  massG: number,
  composition: PriorLine['composition'],
  sd: PriorLine['sd'] = {},
  metallicYield = 0.985,
): PriorLine => ({
  lotId,
  massG,
  composition,
  sd,
  metallicYield,
})
export const KINDS: readonly Kind[] = [
  {
    practice: 'tin-bronze',
    grade: 'C90500',
    recovery: { Cu: 0.995, Sn: 0.99, Zn: 0.97, Pb: 0.98 },
    lines: [
      lot('copper', 900, { Cu: 99.9 }),
      lot('tin', 110, { Sn: 99.9 }, {}, 0.99),
      lot('brass', 60, { Cu: 65, Zn: 35 }, { Zn: 2.5 }),
      lot('old bronze', 500, { Cu: 87, Sn: 9.5, Zn: 3, Pb: 0.5 }, { Sn: 1.2, Zn: 1, Pb: 0.25 }),
    ],
  },
  {
    practice: 'red-brass',
    grade: 'C83600',
    recovery: { Cu: 0.995, Sn: 0.99, Zn: 0.96, Pb: 0.98 },
    lines: [
      lot('valves', 800, { Cu: 82, Sn: 6, Zn: 5.5, Pb: 6.5 }, { Sn: 0.7, Zn: 0.8, Pb: 0.9 }, 0.97),
      lot('pipe', 150, { Cu: 99.9 }),
      lot('taps', 60, { Cu: 61, Zn: 36, Pb: 2.5 }, { Zn: 2, Pb: 0.5 }),
    ],
  },
  {
    practice: 'wrought-brass',
    grade: 'C26000',
    recovery: { Cu: 0.995, Zn: 0.95, Pb: 0.98 },
    lines: [
      lot('shells', 700, { Cu: 70, Zn: 30 }, { Zn: 1 }, 0.96),
      lot('sheet', 250, { Cu: 66, Zn: 33.9, Pb: 0.1 }, { Zn: 1.5, Pb: 0.04 }),
      lot('wire', 60, { Cu: 99.9 }),
    ],
  },
  {
    practice: 'silicon-bronze',
    grade: 'C87300',
    recovery: { Cu: 0.995, Si: 0.96, Mn: 0.93, Zn: 0.97 },
    lines: [
      lot('copper', 800, { Cu: 99.9 }),
      lot('hardener', 275, { Cu: 84, Si: 16 }, { Si: 1.2 }),
      lot('manganese', 42, { Cu: 70, Mn: 30 }, { Mn: 3 }),
    ],
  },
  {
    practice: 'aluminium-casting',
    grade: '356.0',
    recovery: { Al: 0.99, Si: 0.98, Mg: 0.9, Cu: 0.99 },
    lines: [
      lot('wheels', 1200, { Al: 91.8, Si: 7, Mg: 0.35, Fe: 0.2 }, { Si: 0.6, Mg: 0.08, Fe: 0.08 }, 0.97),
      lot(
        'pistons',
        150,
        { Al: 84, Si: 11, Cu: 2.5, Mg: 1, Fe: 0.8 },
        { Si: 1.5, Cu: 0.9, Mg: 0.3, Fe: 0.3 },
        0.95,
      ),
      lot(
        'extrusions',
        200,
        { Al: 98.5, Mg: 0.7, Si: 0.45, Fe: 0.25 },
        { Mg: 0.12, Si: 0.1, Fe: 0.08 },
        0.96,
      ),
    ],
  },
  {
    practice: 'aluminium-bronze',
    grade: 'C95200',
    recovery: { Cu: 0.995, Al: 0.95, Fe: 0.98 },
    lines: [
      lot('copper', 900, { Cu: 99.9 }),
      lot('aluminium', 98, { Al: 99 }, { Fe: 0.2 }, 0.96),
      lot('iron', 110, { Cu: 70, Fe: 30 }, { Fe: 2 }),
      lot('propeller', 400, { Cu: 86, Al: 9.5, Fe: 3.5, Ni: 1 }, { Al: 0.8, Fe: 0.7, Ni: 0.4 }),
    ],
  },
]

const TESTS = ['mass', 'density', 'cooling', 'probe', 'resistivity', 'hardness', 'colour', 'xrf'] as const
export type Simulated = (typeof TESTS)[number]

export interface SimulatedResult {
  tests: Simulated[]
  elements: { symbol: string; truth: number; low: number; high: number; sd: number }[]
  verdict: { odds: number; inside: boolean } | null
}

/** One heat, its truth and what is inferred of it. */
export function simulate(seed: number): SimulatedResult {
  const random = seededRandom(seed)
  const kind = KINDS[seed % KINDS.length]!
  // The doubts that the charge is believed with, written out once more.
  const doubt = (symbol: string, stays: number) =>
    ({ Zn: 0.03, Mg: 0.08, P: 0.15 })[symbol] ?? Math.max(0.003, 0.5 * (1 - stays))
  const grams: Record<string, number> = {}
  for (const { massG, composition, sd, metallicYield } of kind.lines) {
    const base = Object.entries(composition).sort(([, a], [, b]) => b - a)[0]![0]
    const unnamed = 100 - Object.values(composition).reduce((sum, pct) => sum + pct, 0)
    const really: Record<string, number> = { ...composition, ...(unnamed > 1e-3 ? { '?': unnamed } : {}) }
    for (const [symbol, spread] of Object.entries(sd)) {
      const off = Math.max(-(composition[symbol] ?? 0), spread * random.normal())
      really[symbol] = (really[symbol] ?? 0) + off
      really[base]! -= off
    }
    const dirt = Math.max(0.002, 0.5 * (1 - metallicYield)) * random.normal()
    const scale = Math.max(0.3, 0.001 * massG) * random.normal()
    for (const [symbol, pct] of Object.entries(really))
      grams[symbol] = (grams[symbol] ?? 0) + ((massG + scale) * (metallicYield + dirt) * pct) / 100
  }
  for (const symbol of Object.keys(grams)) {
    const stays = kind.recovery[symbol] ?? 1
    grams[symbol]! *= stays + doubt(symbol, stays) * random.normal()
  }
  const meltG = Object.values(grams).reduce((sum, one) => sum + one, 0)
  const prior0 = chargePrior({ lines: kind.lines, recovery: kind.recovery })
  const share = (symbol: string) => (100 * (grams[symbol] ?? 0)) / meltG
  const truth = prior0.elements.map(share)
  const priorG = prior0.meanG.reduce((sum, one) => sum + one, 0)
  const about = Object.fromEntries(
    prior0.elements.map((symbol, at) => [symbol, (100 * prior0.meanG[at]!) / priorG]),
  )
  const asked = {
    elements: prior0.elements,
    practice: kind.practice,
    about,
    alloy: findAlloy(kind.grade) ?? null,
  }
  const models = modelsOf(asked)
  const probe = 8 * random.normal()
  const tests = TESTS.filter(() => random.even() < 0.45)
  const observations = tests.flatMap((test): Observation[] => {
    const by = (model: (typeof models)[keyof typeof models], sd: number) =>
      model && model.at(truth) + Math.hypot(model.sd, sd) * random.normal()
    switch (test) {
      case 'mass':
        return [{ id: test, is: 'mass', massG: meltG + 3 * random.normal(), sdG: 3 }]
      case 'density': {
        const sound = by(models.density, 0)
        const pores = Math.abs(SHED.density.poresPct * random.normal())
        return sound === null
          ? []
          : [{ id: test, is: 'density', gcm3: sound * (1 - pores / 100) + 0.02 * random.normal(), sd: 0.02 }]
      }
      case 'cooling': {
        const at = by(models.liquidus, 2)
        return at === null ? [] : [{ id: test, is: 'liquidus', celsius: at + probe, sd: 2 }]
      }
      case 'probe':
        return [{ id: test, is: 'probe', offC: probe + 3 * random.normal(), sd: 3 }]
      case 'resistivity': {
        const at = by(models.resistivity, 0.2)
        return at === null ? [] : [{ id: test, is: 'resistivity', microOhmCm: at, sd: 0.2 }]
      }
      case 'hardness': {
        const at = by(models.hardness, 3)
        return at === null ? [] : [{ id: test, is: 'hardness', brinell: at, sd: 3 }]
      }
      case 'colour': {
        const at = models.colour ? models.colour.at(truth) + models.colour.sd * random.normal() : null
        const hue = Object.entries(SHED.colour.hues).find(
          ([, [from, to]]) => at !== null && at >= from && at < to,
        )?.[0]
        return hue ? [{ id: test, is: 'colour', hue: hue as 'red' }] : []
      }
      case 'xrf':
        return prior0.elements.slice(0, 2).map((element) => {
          const sd = Math.max(0.02, 0.03 * share(element))
          return {
            id: `${test}/${element}`,
            is: 'reading',
            element,
            pct: share(element) + sd * random.normal(),
            sd,
          }
        })
    }
  })
  const { terms } = termsOf(observations, asked)
  const found = inferComposition({ prior: prior0, terms, seed, draws: 500 })
  const limits: Limits | undefined = findAlloy(kind.grade)?.limits
  const inside = (symbol: string) =>
    share(symbol) >= (limits?.[symbol]?.min ?? 0) && share(symbol) <= (limits?.[symbol]?.max ?? 100)
  return {
    tests,
    elements: found.elements.map((symbol, at) => ({
      symbol,
      truth: truth[at]!,
      low: found.low[at]!,
      high: found.high[at]!,
      sd: found.sd[at]!,
    })),
    verdict: limits
      ? { odds: inferredVerdict(found, limits).odds, inside: Object.keys(limits).every(inside) }
      : null,
  }
}
