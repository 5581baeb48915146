import { totalG } from '#core/lists'
import { ALLOYS, hasLimits, type Alloy, type Practice } from '#core/alloys'
import { methodSpread } from '#core/assay'
import { potOf, heatRecovery, POT_LOT, weighedCharge, type Heat, type MetalTest } from '#core/heat'
import { offsets, type FixedPointCheck, type Gear } from '#core/gear'
import { metalOfPractice } from '#core/families'
import { chargePrior, type CompositionPrior, type PriorLine } from './charge-prior'
import { contradictions, contributions, type Contradiction, type Contribution } from './contributions'
import { knownArrest, readCoolingCurve, type CurveProblem, type CurveReading } from './cooling-curve'
import { fourWire } from './four-wire'
import { inferComposition, type Inferred } from './infer'
import { inferredVerdict, nearestByOdds, type InferredVerdict, type NearOdds } from './judged'
import { PROBE_SD_C } from './melt-figures'
import { nextTests, type WorthTest } from './next-test'
import { modelsOf, termsOf, type Observation } from './observation'
import { fromIacs } from './properties'
import type { ShedTest } from './table'

/** What of a yard bears on a heat's metal. */
export interface InferenceYard {
  heats: readonly Heat[]
  gear: readonly Gear[]
  /** the yard's own alloys */
  alloys?: readonly Alloy[]
  /** zinc the furnace log speaks for having gone up, g */
  loggedZincG?: number | null
  recoverySd?: Readonly<Record<string, number>>
}

/** Why something that was written down says nothing here. */
export type UnusableReason = CurveProblem | 'no-model' | 'not-all-weighed' | 'typed-from-density'

export interface HeatEvidence {
  prior: CompositionPrior
  observations: Observation[]
  practice: Practice
  alloy: Alloy
  /** each cooling curve, by the test it belongs to */
  curves: Record<string, CurveReading>
  /** what was written down and says nothing */
  mute: { id: string; why: UnusableReason }[]
  /** grams each element came in with, less what is in the metal, is what went: what was brought */
  broughtG: number
}

/** Measuring alone, one standard deviation. Engineering estimates. */
const MEASURED = {
  densityShare: 0.003,
  typedLiquidusC: 4,
  iacsShare: 0.02,
  hardnessShare: 0.06,
  probeCheckC: 2,
}
/** A weight that nobody took may be so much of the charge. Engineering estimate. */
const UNWEIGHED_SHARE = 0.006
const WEIGHING = { share: 0.002, g: 0.5 }
/** A eutectic arrest in a small cup, as a check of the probe: undercooling and small additions move it, °C. */
const ARREST_SD_C = 4
export const BALANCE_ID = 'the-balance'

/**
 * All that a heat says of its metal: the charge as weighed, and every test, weight and reading since.
 * @returns null where nothing was weighed in or it has no alloy
 * @example heatEvidence({ ...poured, weighed: [] }, { heats: [], gear: [] }) // null
 */
export function heatEvidence(heat: Heat, yard: InferenceYard): HeatEvidence | null {
  const { alloy } = heat
  if (!alloy || heat.weighed.length === 0) return null
  const lines = priorLines(heat, yard)
  if (!lines.some(({ massG, metallicYield }) => massG * metallicYield > 0)) return null
  const { practice } = alloy
  const mute: HeatEvidence['mute'] = []
  const curves: HeatEvidence['curves'] = {}
  const elements = [...new Set(lines.flatMap(({ composition }) => Object.keys(composition)))]
  const observations: Observation[] = []
  const hasDensity = heat.tests?.some(({ kind, value, barFault }) => kind === 'density' && value && !barFault)
  for (const test of heat.tests ?? []) {
    if (test.barFault) continue
    const { found, why, curve } = ofTest(test, practice, elements)
    if (curve) curves[test.id] = curve
    observations.push(...found)
    if (why) mute.push({ id: test.id, why })
  }
  observations.push(...ofProbe(heat, yard.gear))
  for (const assay of heat.assays) {
    if (assay.method === 'density' && hasDensity) {
      // It was reckoned from the same weighing in water.
      mute.push({ id: assay.id, why: 'typed-from-density' })
      continue
    }
    for (const [element, reading] of Object.entries(assay.readings)) {
      const id = `${assay.id}/${element}`
      if ('below' in reading) observations.push({ id, is: 'below', element, pct: reading.below })
      else {
        const sd = Math.max(1e-3, reading.sd ?? methodSpread(assay.method, reading.pct))
        observations.push({ id, is: 'reading', element, pct: reading.pct, sd })
      }
    }
  }
  const balance = ofBalance(heat)
  if (balance) observations.push(balance)
  else if (heat.pour.ingots.length > 0) mute.push({ id: BALANCE_ID, why: 'not-all-weighed' })
  const prior = chargePrior({
    lines,
    recovery: heatRecovery(heat),
    recoverySd: yard.recoverySd ?? {},
    loggedZincG: yard.loggedZincG ?? null,
    alsoSeen: seenOf(observations),
  })
  const broughtG = lines.reduce((sum, { massG, metallicYield }) => sum + massG * metallicYield, 0)
  return { prior, observations, practice, alloy, curves, mute, broughtG }
}

/** The most that was read of each element, wt%. */
function seenOf(observations: readonly Observation[]): Record<string, number> {
  const seen: Record<string, number> = {}
  for (const one of observations)
    if (one.is === 'reading' || one.is === 'below')
      seen[one.element] = Math.max(seen[one.element] ?? 0, one.pct, 1e-3)
  return seen
}

function priorLines(heat: Heat, { heats, gear }: InferenceYard): PriorLine[] {
  const pot = potOf(heat, heats, gear)
  return [
    ...weighedCharge(heat.weighed).map(({ massG, lot }) => ({
      lotId: lot.id,
      massG,
      metallicYield: lot.metallicYield ?? 1,
      composition: lot.composition,
      sd: lot.sd ?? {},
    })),
    ...(pot?.fixedG
      ? [
          {
            lotId: POT_LOT,
            massG: pot.fixedG,
            metallicYield: 1,
            composition: pot.composition,
            sd: {},
            weighErrorG: pot.weighErrorG ?? 0.5 * pot.fixedG,
          },
        ]
      : []),
  ]
}

interface OfTest {
  found: Observation[]
  why?: UnusableReason
  curve?: CurveReading
}

function ofTest(test: MetalTest, practice: Practice, elements: readonly string[]): OfTest {
  const { id, value } = test
  const base = metalOfPractice(practice)
  switch (test.kind) {
    case 'density':
      if (value === null || value <= 0) return { found: [] }
      return { found: [{ id, is: 'density', gcm3: value, sd: test.sd ?? MEASURED.densityShare * value }] }
    case 'hardness':
      if (value === null || value <= 0 || !/^H?B/i.test(test.scale.trim())) return { found: [] }
      return {
        found: [{ id, is: 'hardness', brinell: value, sd: test.sd ?? MEASURED.hardnessShare * value }],
      }
    case 'colour':
      return { found: test.hue ? [{ id, is: 'colour', hue: test.hue }] : [] }
    case 'eddy': {
      if (value === null || value <= 0) return { found: [] }
      const microOhmCm = fromIacs(value)
      const sd = ((test.sd ?? MEASURED.iacsShare * value) / value) * microOhmCm
      return { found: [{ id, is: 'resistivity', microOhmCm, sd }] }
    }
    case 'resistance': {
      if (!test.wire) return { found: [] }
      const told = fourWire(test.wire, base)
      return told ? { found: [{ id, is: 'resistivity', ...told }] } : { found: [], why: 'no-model' }
    }
    case 'cooling':
      return test.curve && test.curve.points.length > 0
        ? ofCurve(test, base, elements)
        : {
            found:
              value === null
                ? []
                : [{ id, is: 'liquidus', celsius: value, sd: test.sd ?? MEASURED.typedLiquidusC }],
          }
    default:
      return { found: [] }
  }
}

function ofCurve({ id, curve }: MetalTest, base: string, elements: readonly string[]): OfTest {
  const reading = readCoolingCurve(curve?.points ?? [])
  if (!reading.ok) return { found: [], why: reading.why, curve: reading }
  const { liquidus, arrests } = reading.curve
  const found: Observation[] = liquidus
    ? [{ id, is: 'liquidus', celsius: liquidus.celsius, sd: liquidus.sd }]
    : []
  for (const arrest of arrests) {
    const known = knownArrest(arrest, base, elements)
    // A eutectic is a fixed point that came with the metal.
    if (!known || known.lowerWhenModifiedC === undefined) continue
    const sd = Math.hypot(arrest.sd, known.spreadC, ARREST_SD_C)
    found.push({ id: `${id}/${known.id}`, is: 'probe', offC: arrest.celsius - known.celsius, sd })
  }
  return { found, curve: reading, ...(found.length === 0 ? { why: 'begins-in-freezing' as const } : {}) }
}

/** Checks of the thermocouple that read the curves, or else the heat, at freezing metals. */
function ofProbe(heat: Heat, gear: readonly Gear[]): Observation[] {
  const read = heat.tests?.find(({ kind, curve }) => kind === 'cooling' && curve)?.curve
  const id = read?.probeId ?? heat.thermocoupleId
  const probe = gear.find((one) => one.id === id)
  if (probe?.type !== 'thermocouple') return []
  return offsets(probe.checks as readonly FixedPointCheck[]).map(({ point, addC }) => ({
    id: `probe/${point}`,
    is: 'probe',
    offC: -addC,
    // How far it is off changes on the way from a fixed point to the melt.
    sd: Math.hypot(MEASURED.probeCheckC, 2),
  }))
}

/** The metal that was found again, where enough of it was weighed. */
function ofBalance({ pour, weighed }: Heat): Observation | null {
  if (pour.inMoulds && pour.inMoulds.length > 0) return null
  if (pour.returnsG === null || (pour.ingots.length === 0 && pour.castingsG === null)) return null
  const parts = [pour.castingsG, pour.returnsG, pour.skullG, pour.spillG, pour.heelG, pour.samplesG]
  const massG = parts.reduce<number>((sum, one) => sum + (one ?? 0), totalG(pour.ingots))
  if (!(massG > 0)) return null
  const chargeG = totalG(weighed)
  const unweighed = [pour.skullG, pour.spillG].filter((one) => one === null).length
  const sdG = Math.hypot(WEIGHING.g, WEIGHING.share * massG, UNWEIGHED_SHARE * chargeG * unweighed)
  return { id: BALANCE_ID, is: 'mass', massG, sdG }
}

/** All that can be said of a heat's metal without a laboratory. */
export interface HeatInference {
  inferred: Inferred
  /** the charge alone, for comparing */
  expected: { element: string; pct: number; sd: number }[]
  verdict: InferredVerdict | null
  near: NearOdds[]
  says: Contribution[]
  against: Contradiction[]
  next: WorthTest[]
  curves: HeatEvidence['curves']
  mute: HeatEvidence['mute']
  observations: Observation[]
  /** the probe was held against a fixed point, or a eutectic */
  probeChecked: boolean
}

const DONE_BY: Readonly<Record<Observation['is'], ShedTest | null>> = {
  mass: null,
  density: 'density',
  liquidus: 'cooling',
  probe: null,
  resistivity: 'resistance',
  hardness: 'hardness',
  colour: 'colour',
  reading: null,
  below: null,
}

/**
 * What a heat's metal is, how sure that is, what each test said of it, what does not go together, and which test is worth
 * doing next.
 * @returns null where nothing was weighed in or it has no alloy
 * @source inferComposition and what it stands on
 * @example inferHeat(poured, { heats: [], gear: [] }).near[0].alloy.id // 'C90300'
 */
export function inferHeat(heat: Heat, yard: InferenceYard, seed = 1): HeatInference | null {
  const evidence = heatEvidence(heat, yard)
  if (!evidence) return null
  const { prior, observations, practice, alloy, curves } = evidence
  const meltG = prior.meanG.reduce((sum, one) => sum + one, 0)
  const about = Object.fromEntries(
    prior.elements.map((symbol, at) => [symbol, (100 * prior.meanG[at]!) / meltG]),
  )
  const asked = { elements: prior.elements, practice, about, alloy }
  const { terms, unknown } = termsOf(observations, asked)
  const against = contradictions({ prior, terms, seed })
  // Metal that was spilled, or weighed wrong, was lost whole: that says nothing of what it is.
  const astray = against.some(({ id }) => id === BALANCE_ID)
  const ask = { prior, terms: astray ? terms.filter(({ id }) => id !== BALANCE_ID) : terms, seed }
  const inferred = inferComposition(ask)
  const before = inferComposition({ prior, terms: [], seed, draws: 400 })
  const limits = hasLimits(alloy) ? alloy.limits : null
  const done = new Set(
    observations.flatMap((one) => {
      const test = DONE_BY[one.is]
      return test && !unknown.includes(one.id)
        ? test === 'resistance'
          ? [test, 'eddy' as const]
          : [test]
        : []
    }),
  )
  for (const { method } of heat.assays) if (method === 'oes') done.add('laboratory').add('xrf')
  for (const { method } of heat.assays) if (method === 'xrf') done.add('xrf')
  const probeChecked = observations.some(({ is }) => is === 'probe')
  const probeSdC = probeChecked ? Math.min(PROBE_SD_C, 3) : PROBE_SD_C
  return {
    inferred,
    expected: prior.elements.flatMap((element, at) =>
      prior.unnamed?.includes(element) ? [] : [{ element, pct: before.pct[at]!, sd: before.sd[at]! }],
    ),
    verdict: limits && inferredVerdict(inferred, limits),
    near: nearestByOdds(inferred, [...ALLOYS, ...(yard.alloys ?? [])]),
    says: contributions(ask),
    against,
    next: nextTests({ inferred, models: modelsOf(asked), limits, probeSdC, done, seed }),
    curves,
    mute: [...evidence.mute, ...unknown.map((id) => ({ id, why: 'no-model' as const }))],
    observations,
    probeChecked,
  }
}
