import type { FamilyMetal } from '#core/families'
import type { GearType, Wear } from '#core/gear'

export const GEAR_WORDS: Readonly<Record<GearType, { one: string; many: string; empty: string }>> = {
  crucible: {
    one: 'crucible',
    many: 'Crucibles',
    empty:
      'Write each crucible down: its number, the family it is kept for. Its heats are counted, its wear is followed, and no charge is planned that it does not take.',
  },
  furnace: {
    one: 'furnace',
    many: 'Furnaces',
    empty: 'Write the furnace down, and every heat shows its fuel, its cost and the minutes to the pour.',
  },
  thermocouple: {
    one: 'thermocouple',
    many: 'Thermocouples',
    empty:
      'Hold it in a clean metal while that freezes and write down what it shows: every reading is put right by it afterwards.',
  },
  scale: {
    one: 'scale',
    many: 'Scales',
    empty: 'Write down the step and the most each bears, and every line is weighed on the right one.',
  },
  'ingot-mould': {
    one: 'ingot mould',
    many: 'Ingot moulds',
    empty:
      'Weigh each mould empty once, and an ingot can be weighed in it while it is still too hot to touch.',
  },
}

export const SOUND_WORDS = { rings: 'rings clear', dull: 'rings dull', cracked: 'cracked' } as const

/** Why a crucible is to be retired. */
export const WORN: Readonly<Record<NonNullable<Wear['retire']>, string>> = {
  cracked: 'it is cracked',
  dull: 'it rings dull',
  'thin wall': 'its wall has gone thin',
  light: 'it has lost too much weight',
}

/** What wear says, in a line; empty where nothing was measured twice. */
export function wearWords({ wallLost, massLost, retire }: Wear): string {
  const parts: string[] = []
  if (wallLost !== null) parts.push(`${Math.round(100 * Math.max(0, wallLost))} % of the wall gone`)
  if (massLost !== null) parts.push(`${Math.round(100 * Math.max(0, massLost))} % of the weight gone`)
  const worn = parts.join(', ')
  if (!retire) return worn
  return `Retire it: ${WORN[retire]}.${worn ? ` ${worn}.` : ''}`
}

export const FAMILY_WORDS: Readonly<Record<string, string>> = {
  Cu: 'copper alloys',
  Al: 'aluminium',
  Zn: 'zinc alloys',
  Sn: 'tin and pewter',
} satisfies Record<FamilyMetal, string>

/** "A scale", "An ingot mould". */
export const aWord = (noun: string): string => `${/^[aeiou]/.test(noun) ? 'An' : 'A'} ${noun}`
