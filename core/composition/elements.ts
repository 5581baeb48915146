import table from '#data/elements.json'

/** Physical constants of one element, as the open table gives them. */
export interface ElementFacts {
  /** atomic mass, g/mol */
  A: number
  /** density of the solid at 20 °C, g/cm³ */
  rhoS: number
  /** density of the liquid at the melting point, g/cm³ */
  rhoL: number | null
  /** melting point, K */
  Tm_K?: number
  /** boiling point, K */
  Tb_K?: number
  /** heat of fusion, kJ/mol */
  Lf_kJmol?: number
  /** specific heat of the solid at 25 °C, J/(g·K) */
  cp_JgK?: number
}

/** @source Blue Obelisk element data (Expat licence), in data/elements.json */
export const ELEMENTS = table.elements as Readonly<Record<string, ElementFacts>>

export const ELEMENT_SOURCE = table.source

/** Every chemical symbol a composition may name, in order of atomic number. */
export const SYMBOLS: readonly string[] =
  'H He Li Be B C N O F Ne Na Mg Al Si P S Cl Ar K Ca Sc Ti V Cr Mn Fe Co Ni Cu Zn Ga Ge As Se Br Kr Rb Sr Y Zr Nb Mo Tc Ru Rh Pd Ag Cd In Sn Sb Te I Xe Cs Ba La Ce Pr Nd Pm Sm Eu Gd Tb Dy Ho Er Tm Yb Lu Hf Ta W Re Os Ir Pt Au Hg Tl Pb Bi Po At Rn Fr Ra Ac Th Pa U Np Pu Am Cm Bk Cf Es Fm Md No Lr Rf Db Sg Bh Hs Mt Ds Rg Cn Nh Fl Mc Lv Ts Og'.split(
    ' ',
  )

/** The share of a composition that nobody has named. */
export const UNIDENTIFIED = '?'
