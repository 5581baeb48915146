import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/elements.json'

const above = z.number().positive()
const factsSchema = z.strictObject({
  /** atomic mass, g/mol */
  A: above,
  /** density of the solid at 20 °C, g/cm³ */
  rhoS: above,
  /** density of the liquid at the melting point, g/cm³ */
  rhoL: above.nullable(),
  /** melting point, K */
  Tm_K: above.exactOptional(),
  /** boiling point, K */
  Tb_K: above.exactOptional(),
  /** heat of fusion, kJ/mol */
  Lf_kJmol: above.exactOptional(),
  /** heat of boiling, kJ/mol */
  Lv_kJmol: above.nullable().exactOptional(),
  /** specific heat of the solid at 25 °C, J/(g·K) */
  cp_JgK: above.exactOptional(),
  /** thermal conductivity, W/(m·K) */
  k: above.exactOptional(),
})
/** Physical constants of one element, as the open table gives them. */
export type ElementFacts = z.infer<typeof factsSchema>

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    licence: z.string(),
    units: z.record(z.string(), z.string()),
    elements: z.record(z.string(), factsSchema),
  }),
  file,
)
/** @source Blue Obelisk element data (Expat licence), in data/elements.json */
export const ELEMENTS: Readonly<Record<string, ElementFacts>> = table.elements

export const ELEMENT_SOURCE = table.source

/** Every chemical symbol a composition may name, in order of atomic number. */
export const SYMBOLS: readonly string[] =
  'H He Li Be B C N O F Ne Na Mg Al Si P S Cl Ar K Ca Sc Ti V Cr Mn Fe Co Ni Cu Zn Ga Ge As Se Br Kr Rb Sr Y Zr Nb Mo Tc Ru Rh Pd Ag Cd In Sn Sb Te I Xe Cs Ba La Ce Pr Nd Pm Sm Eu Gd Tb Dy Ho Er Tm Yb Lu Hf Ta W Re Os Ir Pt Au Hg Tl Pb Bi Po At Rn Fr Ra Ac Th Pa U Np Pu Am Cm Bk Cf Es Fm Md No Lr Rf Db Sg Bh Hs Mt Ds Rg Cn Nh Fl Mc Lv Ts Og'.split(
    ' ',
  )

/** The share of a composition that nobody has named. */
export const UNIDENTIFIED = '?'
