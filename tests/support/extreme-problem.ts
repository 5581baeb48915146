import { readdirSync, readFileSync } from 'node:fs'
import { parseChargeProblem, PURCHASABLE, type ChargeProblem } from '#core/charge'
import { randomProblem, seeded } from './random-problem'

/** Words the program has uses for, as what a person may call a lot. */
const NAMES = [
  ...PURCHASABLE.map(({ id }) => `bought ${id}`),
  'bought ingot',
  'bought ',
  'metal',
  '\u0000metal',
  'in-the-pot',
  '__proto__',
  'constructor',
  'toString',
  'others',
  'null',
  ' ',
]

const examples = (): ChargeProblem[] =>
  readdirSync('examples')
    .filter((name) => name.endsWith('.json'))
    .map((name) => JSON.parse(readFileSync(`examples/${name}`, 'utf8')) as ChargeProblem)

/** A problem that the guard lets through and nobody would pose: figures at their ends, names of the program's own. */
export function extremeProblem(seed: number): ChargeProblem {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const base = random() < 0.5 ? pick(examples()) : randomProblem(seed, 3 + Math.floor(12 * random()))
  const problem = structuredClone(base)
  if (random() < 0.4) problem.version = 2
  const edge = () => pick([0, 1e-9, 0.001, 0.5, 1, 7, 450, 1e4, 1e8])
  const changes: (() => void)[] = [
    () => (problem.maxLots = pick([1, 2, 3, 1000])),
    () => (problem.minLineG = edge()),
    () => (problem.incrementG = Math.max(0.001, edge())),
    () => (problem.excessMaxG = edge()),
    () => (problem.confidence = pick([0.5000001, 0.9, 0.999999999])),
    () => (problem.target.tapMassG = Math.max(0.001, edge())),
    () => (problem.target.othersTotalMax = pick([0, 1e-6, 100])),
    () => (problem.target.othersEachMax = pick([0, 1e-6, 100])),
    () =>
      (problem.target.limits = pick<ChargeProblem['target']['limits']>([
        {},
        { Cu: { min: 100 } },
        { Sn: { max: 0 } },
        { Zn: { min: 5, max: 5 } },
      ])),
    () => (problem.lots = pick([[], problem.lots.slice(0, 1)])),
    () => (problem.recovery = { Zn: pick([0, 1e-6]), Cu: pick([0, 1]) }),
    () => (problem.objective = pick(['cost', 'virgin'])),
    () => (problem.target.base = pick(['Cu', 'Al', 'Au', 'Zn'])),
  ]
  const lotChanges: ((lot: ChargeProblem['lots'][number]) => void)[] = [
    (lot) => (lot.availableG = edge()),
    (lot) => (lot.pricePerKg = pick([0, 1e-9, 1e6])),
    (lot) => (lot.metallicYield = pick([0.001, 1])),
    (lot) => (lot.pieceG = Math.max(0.001, edge())),
    (lot) => (lot.minG = edge()),
    (lot) => (lot.maxG = edge()),
    (lot) => (lot.fixedG = edge()),
    (lot) => (lot.sd = pick<Record<string, number>>([{ Cu: 100 }, { Sn: 1e-9, Fe: 50 }])),
    (lot) => (lot.composition = pick<Record<string, number>>([{}, { Cu: 100 }, { Au: 100 }, { Zn: 1e-9 }])),
    (lot) => (lot.virgin = true),
  ]
  for (let turn = 1 + Math.floor(4 * random()); turn > 0; turn--) pick(changes)()
  for (const lot of problem.lots) if (random() < 0.3) pick(lotChanges)(lot)
  const names = [...NAMES]
  for (const lot of problem.lots)
    if (random() < 0.6 && names.length > 0) lot.id = names.splice(Math.floor(random() * names.length), 1)[0]!
  return { ...problem, timeLimitS: 0.3 }
}

/** The first so many extreme problems that the guard lets through. */
export function extremeProblems(count: number): { seed: number; problem: ChargeProblem }[] {
  const found: { seed: number; problem: ChargeProblem }[] = []
  for (let seed = 1; found.length < count; seed++) {
    const parsed = parseChargeProblem(extremeProblem(seed))
    if (parsed.ok) found.push({ seed, problem: parsed.problem })
  }
  return found
}
