import { MOULD_TABLE } from './mould-table'

export const MOULDS = MOULD_TABLE.moulds
export type MouldId = (typeof MOULDS)[number]['id']
export const MOULD_SOURCE = MOULD_TABLE.source

/** The metal, as it freezes. */
export interface FreezingMetal {
  densityGcm3: number
  /** latent heat and superheat, kJ/kg */
  heatKJkg: number
  /** where it has begun to freeze, °C */
  freezingC: number
}

const ROOM_C = 25

/**
 * Chvorinov's constant of a metal in a mould: the time to freeze is this times the modulus squared.
 * @returns s/mm²
 * @throws RangeError for a mould that is not in the table
 * @source Chvorinov: B = (π/4) (ρ L′ / (Tm − T0))² / (k ρ c of the mould); properties in data/moulds.json
 */
export function chvorinovConstant(metal: FreezingMetal, mould: MouldId): number {
  const known = MOULDS.find(({ id }) => id === mould)
  if (!known) throw new RangeError(`no mould "${mould}"`)
  const { conductivityWmK, densityKgm3, heatJkgK } = known
  const heatM3 = metal.densityGcm3 * 1000 * metal.heatKJkg * 1000
  const perSquareMetre =
    ((Math.PI / 4) * (heatM3 / (metal.freezingC - ROOM_C)) ** 2) / (conductivityWmK * densityKgm3 * heatJkgK)
  return perSquareMetre / 1e6
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
 */
export function coolDownMin(modulusMm: number): { fromMin: number; toMin: number } {
  const { smallMin, blockyMin, blockyModulusMm } = MOULD_TABLE.coolDown
  if (modulusMm >= blockyModulusMm) return { fromMin: blockyMin, toMin: 1.5 * blockyMin }
  return { fromMin: smallMin[0], toMin: smallMin[1] }
}
export const COOL_DOWN_SOURCE = MOULD_TABLE.coolDown.source
