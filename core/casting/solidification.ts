import { byId } from '#core/lists'
import { MOULD_TABLE, type MouldFacts } from './mould-table'
import type { MouldId } from './schema'

export const MOULDS: readonly MouldFacts[] = MOULD_TABLE.moulds
export const MOULD_SOURCE = MOULD_TABLE.source
export const MOULD_CARE_SOURCE = MOULD_TABLE.mouldSource

/** The metal, as it freezes. */
export interface FreezingMetal {
  densityGcm3: number
  /** latent heat and superheat, kJ/kg */
  heatKJkg: number
  /** where it has begun to freeze, °C */
  freezingC: number
}

/** How the time to freeze grows with the modulus: by its square in sand and its like, straight in metal moulds. */
export type FreezingLaw =
  | { law: 'conduction'; /** s/mm² */ perMm2: number; mouldC: number }
  | { law: 'contact'; /** s/mm */ perMm: number; mouldC: number }

const ROOM_C = 25

/**
 * How a metal freezes in a mould.
 * @param mouldC the mould before the metal comes, °C
 * @throws RangeError for a mould that is not in the table, or one as hot as the metal freezes
 * @source Chvorinov: B = (π/4) (ρ L′ / (Tm − T0))² / (k ρ c of the mould); in metal moulds the heat crosses the gap:
 *   t = ρ L′ M / (h (Tm − T0)) (casting textbooks; from memory); properties in data/moulds.json
 * @example freezingLaw({ densityGcm3: 8.9, heatKJkg: 250, freezingC: 1000 }, 'steel').law // 'contact'
 */
export function freezingLaw(metal: FreezingMetal, mould: MouldId, mouldC = ROOM_C): FreezingLaw {
  const { freezes } = byId(MOULDS, mould)
  const heatM3 = metal.densityGcm3 * 1000 * metal.heatKJkg * 1000
  const drop = metal.freezingC - mouldC
  if (!(drop > 0)) throw new RangeError('a mould is colder than the metal freezes')
  if (freezes.law === 'contact')
    return { law: 'contact', perMm: heatM3 / (freezes.heatTransferWm2K * drop) / 1e3, mouldC }
  const { conductivityWmK, densityKgm3, heatJkgK } = freezes
  const perSquareMetre = ((Math.PI / 4) * (heatM3 / drop) ** 2) / (conductivityWmK * densityKgm3 * heatJkgK)
  return { law: 'conduction', perMm2: perSquareMetre / 1e6, mouldC }
}

/**
 * Time until a section is solid.
 * @returns s
 * @example freezingTime({ law: 'conduction', perMm2: 2, mouldC: 25 }, 4) // 32
 */
export const freezingTime = (law: FreezingLaw, modulusMm: number): number =>
  law.law === 'conduction' ? law.perMm2 * modulusMm ** 2 : law.perMm * modulusMm

/**
 * What a mould is heated to before a metal is poured into it.
 * @param metal symbol of what it holds most of
 * @returns from and to, °C; null where it is not heated, or nothing is known of that metal
 * @example mouldHeat('steel', 'Al') // { fromC: 200, toC: 300 }
 */
export function mouldHeat(mould: MouldId, metal: string): { fromC: number; toC: number } | null {
  const heats: Readonly<Record<string, readonly [number, number] | null>> = byId(MOULDS, mould).preheatC
  const heat = heats[metal]
  return heat ? { fromC: heat[0], toC: heat[1] } : null
}

/**
 * Modulus of a body: its volume over the surface that cools it.
 * @returns mm
 * @example modulus(50, 110).toFixed(2) // '4.55'
 */
export function modulus(volumeCm3: number, areaCm2: number): number {
  return (10 * volumeCm3) / areaCm2
}

/**
 * Modulus of a flat section cooled from both faces: half its thickness, mm.
 * @example sectionModulus(8) // 4
 */
export function sectionModulus(thicknessMm: number): number {
  return thicknessMm / 2
}

/**
 * Minutes to leave a casting in the mould before it is knocked out.
 * @param modulusMm of its thickest part
 * @source common practice, in data/moulds.json; which is blocky is an estimate
 * @example coolDownMin(4, 'steel') // { fromMin: 2, toMin: 5 }
 */
export function coolDownMin(modulusMm: number, mould: MouldId = 'sand'): { fromMin: number; toMin: number } {
  const { smallMin, blockyMin } = byId(MOULDS, mould).leave
  if (modulusMm >= MOULD_TABLE.coolDown.blockyModulusMm) return { fromMin: blockyMin, toMin: 1.5 * blockyMin }
  return { fromMin: smallMin[0], toMin: smallMin[1] }
}
export const COOL_DOWN_SOURCE = MOULD_TABLE.coolDown.source
