import { baseMetal, type Alloy, type Practice } from '#core/alloys'
import table from '#data/families.json'

/** Metals that a practice is known for. */
export const METALS = ['Cu', 'Al', 'Zn', 'Sn'] as const
export type FamilyMetal = (typeof METALS)[number]

/** A kind of metal and how it is handled in the furnace. */
export interface Family {
  practice: Practice
  /** the metal it holds most of */
  metal: FamilyMetal
  /** to pour above the liquidus: at least, usually, at most, °C */
  superheatC: readonly [number, number, number]
  source: string
}

type Row = Pick<Family, 'metal' | 'superheatC'> & { source?: string }
const ROWS = table.families as unknown as Readonly<Record<Practice, Row>>

/** The metal whose practice a kind of alloy follows. */
export const metalOfPractice = (practice: Practice): FamilyMetal => ROWS[practice].metal

/**
 * The family an alloy belongs to.
 * @returns null where no practice is known for it: it is mostly of another metal than the practice it is filed under
 * @source data/families.json
 * @example familyOf(gunmetal)?.metal // 'Cu'
 */
export function familyOf(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base' | 'practice'>): Family | null {
  const row = ROWS[alloy.practice]
  if (baseMetal(alloy) !== row.metal) return null
  return { practice: alloy.practice, source: table.source, ...row }
}
