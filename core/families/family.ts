import { baseMetal, type Alloy, type AlloyGroup, type Practice } from '#core/alloys'
import { METALS, type FamilyMetal, type MetalFacts } from './schema'
import { FAMILY_ORDER, TABLE } from './table'

/** A kind of metal and how it is handled in the furnace. */
export interface Family {
  practice: Practice
  /** the metal it holds most of */
  metal: FamilyMetal
  group: AlloyGroup
  /** to pour above the liquidus: at least, usually, at most, °C */
  superheatC: readonly [number, number, number]
  /** the same for heavy and for thin castings: at least, at most, °C */
  heavyC: readonly [number, number]
  thinC: readonly [number, number]
  /** what to pour at where the liquidus is too doubtful to count from, °C */
  absoluteC?: { heavy: readonly [number, number]; thin: readonly [number, number] }
  /** never hotter than this, °C */
  mostC?: number
  /** oxygen is taken out of it with phosphorus */
  phosphorDeoxidised: boolean
  source: string
}

/** Why an alloy has no family: no practice is known for this metal under the name it goes by. */
export interface NoFamily {
  problem: 'no-practice-known'
  /** what it is mostly of */
  metal: string
  /** what it was filed under */
  practice: Practice
}

/** What an alloy is made of. */
export type Composed = Pick<Alloy, 'limits' | 'nominal' | 'base'>
/** The kind of an alloy: what decides how it is handled. */
export type AlloyKind = Composed & Pick<Alloy, 'practice'>

/**
 * The family an alloy belongs to.
 * @returns null where no practice is known for it: it is mostly of another metal than the practice it is filed under
 * @source data/families.json
 * @example familyOf(gunmetal)?.metal // 'Cu'
 */
export function familyOf(alloy: AlloyKind): Family | null {
  const { metal, group, superheatC, heavyC, thinC, absoluteC, mostC, phosphorDeoxidised, source } =
    TABLE.families[alloy.practice]
  if (baseMetal(alloy) !== metal) return null
  return {
    practice: alloy.practice,
    metal,
    group,
    superheatC,
    heavyC,
    thinC,
    ...(absoluteC ? { absoluteC } : {}),
    ...(mostC === undefined ? {} : { mostC }),
    phosphorDeoxidised,
    source: source ?? TABLE.source,
  }
}

/**
 * What stands against an alloy's having a family, as a problem to be told.
 * @returns null where it has one
 * @example familyProblem(gunmetal) // null
 */
export function familyProblem(alloy: AlloyKind): NoFamily | null {
  if (familyOf(alloy)) return null
  return { problem: 'no-practice-known', metal: baseMetal(alloy), practice: alloy.practice }
}

/**
 * The metal an alloy is mostly of, where one is known here: what it loses, glows like, dissolves.
 * @returns null for a metal that is not in the table, never another one
 * @example metalOf(cartridgeBrass) // 'Cu'
 */
export function metalOf(alloy: Composed): FamilyMetal | null {
  const base = baseMetal(alloy)
  return METALS.find((metal) => metal === base) ?? null
}

/**
 * What is known of a metal, whatever its alloys.
 * @example metalFacts('Cu').name // 'copper'
 */
export const metalFacts = (metal: FamilyMetal): MetalFacts => TABLE.metals[metal]

/**
 * What is known of the metal an alloy is mostly of.
 * @returns null for a metal that is not in the table
 * @example factsOf(gunmetal)?.glows // true
 */
export function factsOf(alloy: Composed): MetalFacts | null {
  const metal = metalOf(alloy)
  return metal && TABLE.metals[metal]
}

/**
 * The metal whose practice a kind of alloy follows.
 * @example metalOfPractice('zinc-aluminium') // 'Zn'
 */
export const metalOfPractice = (practice: Practice): FamilyMetal => TABLE.families[practice].metal

/**
 * The group a kind of alloy is listed under.
 * @example groupOfPractice('red-brass') // 'brass'
 */
export const groupOfPractice = (practice: Practice): AlloyGroup => TABLE.families[practice].group

/**
 * The kinds of alloy of a group, the everyday ones first.
 * @example practicesOfGroup('zinc') // ['zinc-aluminium']
 */
export const practicesOfGroup = (group: AlloyGroup): Practice[] =>
  FAMILY_ORDER.filter((practice) => TABLE.families[practice].group === group)
