import {
  freezingLaw,
  freezingTime,
  gatingSystem,
  runsOn,
  sectionModulus,
  usualPourTime,
  wantsFeeding,
} from '#core/casting'
import { methodSpread } from '#core/assay'
import { blendDensity, mainElement, type Composition } from '#core/composition'
import { metalOfPractice } from '#core/families'
import { seededRandom } from '#core/statistics'
import { freezingHeat } from '#core/melt'
import type { CastingFault, Scenario } from './scenario'
import type { CastResult, Standing } from './standing'
import { ANSWERS } from './table'

/** What becomes of the metal as it is poured. */
export interface PourAsk {
  scenario: Scenario
  now: Standing
  /** wt% */
  composition: Composition
  /** from the lip to the mould; close over it where nothing is told, mm */
  fallMm: number
}

/** More than just enough: under this the fronts meet half frozen. */
const AMPLE = 1.2
const CLOSE_MM = 10
const BURNS_OVER_C = 30

/**
 * How far each casting fills: metal runs on until half of its thinnest wall has frozen.
 * @param superheatC at the mould, above the liquidus
 * @returns in the order of the scenario; none where it tells no castings
 * @throws RangeError for a metal without a single named element
 * @source Chvorinov (#core/casting), pour time s·∛(mm × kg); the foot of the pour window by common practice
 * @example castFills({ ...copperHeat, castings: [] }, { Cu: 100 }, 100) // []
 */
export function castFills(scenario: Scenario, composition: Composition, superheatC: number): CastResult[] {
  const { castings = [], mould = 'sand', liquidusC, window } = scenario
  if (castings.length === 0) return []
  const leastC = window.fromC - liquidusC
  const metal = metalOfPractice(scenario.practice)
  const pourC = liquidusC + Math.max(0, superheatC)
  const law = freezingLaw(
    {
      densityGcm3: blendDensity(composition),
      heatKJkg: freezingHeat(composition, pourC, liquidusC),
      freezingC: liquidusC,
    },
    mould,
  )
  return castings.map((casting) => {
    const runsS = runsOn(freezingTime(law, sectionModulus(casting.thinMm)))
    const ample = runsS / usualPourTime(metal, casting.thinMm, casting.massG)
    const filled = Math.max(0, Math.min(1, ample, superheatC / (leastC / 2)))
    const short = superheatC < leastC || ample < AMPLE
    const { thinMm, unfedMm } = casting
    const sinks = filled === 1 && unfedMm !== undefined && wantsFeeding(thinMm, unfedMm)
    return { ...casting, filled, sinks, state: filled < 1 ? 'misrun' : short ? 'cold-shut' : 'filled' }
  })
}

/**
 * Density index that a reduced-pressure test of an aluminium melt would show.
 * @param gasCm3 hydrogen in 100 g
 * @returns %
 * @source engineering estimate in data/rehearsal.json
 * @example densityIndexOf(0.06) // 0
 */
export function densityIndexOf(gasCm3: number): number {
  const { perCm3, fromCm3 } = ANSWERS.densityIndex
  return perCm3 * Math.max(0, gasCm3 - fromCm3)
}

/**
 * What is wrong with what was cast, and with how it was poured.
 * @param fills of castFills
 * @returns in the order of their list
 * @source rules of thumb in data/rehearsal.json; limits of the alloy
 * @example castingFaults({ scenario: copperHeat, now: openRehearsal(copperHeat).now, composition: { Cu: 100 }, fallMm: 10 }, []) // ['nothing-poured']
 */
export function castingFaults(
  { scenario, now, composition, fallMm }: PourAsk,
  fills: readonly CastResult[],
): CastingFault[] {
  const { lots, window, limits, deoxidised, degassed, liquidusC, practice, mishaps = [] } = scenario
  const superheatC = now.celsius - now.liquidusC
  const faults: CastingFault[] = []
  if (superheatC <= 0) return ['nothing-poured']
  const leastC = window.fromC - liquidusC
  const any = (state: CastResult['state']) => fills.some((one) => one.state === state)
  if (superheatC < leastC / 2 || any('misrun')) faults.push('misrun')
  else if (superheatC < leastC || any('cold-shut')) faults.push('cold-shut')
  if (now.celsius > window.toC + BURNS_OVER_C) faults.push('burnt-sand')
  if (degassed && now.gasCm3 > ANSWERS.gas.poresCm3) faults.push('gas-pores')
  if (deoxidised && !now.deoxidised) faults.push('steam-pores')
  const floats = now.drossG + now.foldedG > (ANSWERS.skins.gPerKg * now.meltG) / 1000
  if (floats || fallMm > Math.max(CLOSE_MM, gatingSystem(practice).mostFallMm)) faults.push('oxide-skins')
  if (fills.some(({ sinks }) => sinks)) faults.push('shrinkage')
  if (lots.some(({ id }) => !now.added.includes(id))) faults.push('lots-left')
  const outside = Object.entries(limits).some(([symbol, { min = 0, max = 100 }]) => {
    const pct = composition[symbol] ?? 0
    return pct < min - 1e-6 || pct > max + 1e-6
  })
  if (outside) faults.push('out-of-limits')
  if (mishaps.some((one) => one.what === 'helper-late' && now.atS < one.atS)) faults.push('poured-alone')
  return faults
}

/** One element as an instrument would read it. */
export interface ReadElement {
  symbol: string
  pct: number
  sd: number
}

/**
 * An assay of what was poured, by an analyser with its own spread.
 * @param composition wt%, as it truly is
 * @returns elements an analyser would show, the most first
 * @source spread of the method (#core/assay)
 * @example rehearsedAssay({ Cu: 100 }, 1)[0].symbol // 'Cu'
 */
export function rehearsedAssay(composition: Composition, seed: number): ReadElement[] {
  const random = seededRandom(seed)
  const base = mainElement(composition)
  if (!base) return []
  const read = Object.entries(composition)
    .filter(([symbol, pct]) => symbol !== base && pct >= ANSWERS.assay.leastPct)
    .map(([symbol, pct]): ReadElement => {
      const sd = methodSpread('xrf', pct)
      return { symbol, pct: Math.max(0, pct + sd * random.normal()), sd }
    })
  const rest = 100 - read.reduce((sum, { pct }) => sum + pct, 0)
  return [...read, { symbol: base, pct: rest, sd: methodSpread('xrf', rest) }].sort((a, b) => b.pct - a.pct)
}
