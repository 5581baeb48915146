import * as z from 'zod'
import { ELEMENTS, type Composition } from '#core/composition'
import { tableOf } from '#core/records'
import file from '#data/heat-content.json'

const n = z.number()
const phaseSchema = z.strictObject({
  liquid: z.boolean(),
  fromK: n,
  toK: n,
  a: z.tuple([n, n, n, n, n, n, n]),
  b1: n,
})
type Phase = z.infer<typeof phaseSchema>

const table = tableOf(
  z.strictObject({
    version: n,
    source: z.string(),
    R_JmolK: n,
    elements: z.record(z.string(), z.strictObject({ molarMassG: n, phases: z.array(phaseSchema).min(1) })),
  }),
  file,
)
const DATA: Readonly<Record<string, { molarMassG: number; phases: Phase[] }>> = table.elements
const REFERENCE_K = 298.15
const ZERO_C_K = 273.15

/**
 * Heat in an element above that at 25 °C.
 * @param temperatureC between −70 °C and the end of the table
 * @param state "stable" as it is at that temperature, "liquid" as it is in a melt: the liquid's own curve, carried on
 *   below the melting point for what dissolves
 * @returns kJ/kg
 * @throws RangeError for an element without data or a temperature below the table
 * @source NASA/TP-2002-211556; bismuth, antimony, arsenic from melting point, latent and specific heat in
 *   data/elements.json
 * @example Math.round(heatContent('Cu', 1200, 'stable')) // 733
 */
export function heatContent(symbol: string, temperatureC: number, state: 'stable' | 'liquid'): number {
  const kelvin = temperatureC + ZERO_C_K
  const known = DATA[symbol]
  if (!known) return plainHeat(symbol, temperatureC, state)
  const phase = phaseAt(known.phases, kelvin, state)
  const reference = phaseAt(known.phases, REFERENCE_K, 'stable')
  return (enthalpy(phase, kelvin) - enthalpy(reference, REFERENCE_K)) / known.molarMassG
}

function phaseAt(phases: readonly Phase[], kelvin: number, state: 'stable' | 'liquid'): Phase {
  if (state === 'liquid') {
    const liquids = phases.filter(({ liquid }) => liquid)
    return liquids.find(({ toK }) => kelvin <= toK) ?? liquids.at(-1)!
  }
  const found = phases.find(({ fromK, toK }) => kelvin >= fromK && kelvin <= toK)
  if (!found) throw new RangeError('temperature outside the table')
  return found
}

/** J/mol; the zero is the table's own. */
function enthalpy({ a, b1 }: Phase, kelvin: number): number {
  const [a0, a1, a2, a3, a4, a5, a6] = a
  const t = kelvin
  return (
    table.R_JmolK *
    (-a0 / t +
      a1 * Math.log(t) +
      a2 * t +
      (a3 * t ** 2) / 2 +
      (a4 * t ** 3) / 3 +
      (a5 * t ** 4) / 4 +
      (a6 * t ** 5) / 5 +
      b1)
  )
}

function plainHeat(symbol: string, temperatureC: number, state: 'stable' | 'liquid'): number {
  const facts = ELEMENTS[symbol]
  if (!facts?.cp_JgK) throw new RangeError(`no heat data for ${symbol}`)
  const molten = state === 'liquid' || temperatureC + ZERO_C_K >= (facts.Tm_K ?? Infinity)
  return facts.cp_JgK * (temperatureC - 25) + (molten ? (1000 * (facts.Lf_kJmol ?? 0)) / facts.A : 0)
}

/**
 * Heat in a melt above that of the same metals at 25 °C. Heat of mixing is left out (a few percent).
 * @param composition mass percent; what is not identified is taken as more of the same
 * @returns kJ/kg
 * @source NASA/TP-2002-211556, added up by mass
 * @example Math.round(meltHeat({ Al: 100 }, 750)) // 1174
 */
export function meltHeat(composition: Composition, temperatureC: number): number {
  let heat = 0
  let named = 0
  for (const [symbol, pct] of Object.entries(composition)) {
    if (pct <= 0 || !ELEMENTS[symbol]) continue
    heat += pct * heatContent(symbol, temperatureC, 'liquid')
    named += pct
  }
  if (named === 0) throw new RangeError('no element is named')
  return heat / named
}

/**
 * Heat a melt gives up between the ladle and the last to freeze: its superheat and its latent heat.
 * @returns kJ/kg
 */
export function freezingHeat(composition: Composition, pourC: number, liquidusC: number): number {
  let latent = 0
  let named = 0
  for (const [symbol, pct] of Object.entries(composition)) {
    const facts = ELEMENTS[symbol]
    if (pct <= 0 || !facts) continue
    latent += (pct * 1000 * (facts.Lf_kJmol ?? 0)) / facts.A
    named += pct
  }
  if (named === 0) throw new RangeError('no element is named')
  return latent / named + meltHeat(composition, pourC) - meltHeat(composition, liquidusC)
}
