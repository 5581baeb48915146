import { sentences } from '~/shared/units/figures'
import { t } from '~/words'
import type { FamilyMetal } from '#core/families'
import type { GearType, Wear } from '#core/gear'

export const GEAR_WORDS: Readonly<Record<GearType, { one: string; many: string; empty: string }>> = {
  crucible: {
    one: t('shared-gear.gear-crucible'),
    many: t('shared-gear.crucibles'),
    empty: t('shared-gear.crucibles-hint'),
  },
  furnace: {
    one: t('shared-gear.furnace'),
    many: t('shared-gear.furnaces'),
    empty: t('shared-gear.furnaces-hint'),
  },
  thermocouple: {
    one: t('shared-gear.thermocouple'),
    many: t('shared-gear.thermocouples'),
    empty: t('shared-gear.thermocouples-hint'),
  },
  scale: {
    one: t('shared-gear.scale'),
    many: t('shared-gear.scales'),
    empty: t('shared-gear.scales-hint'),
  },
  'ingot-mould': {
    one: t('shared-gear.ingot-mould'),
    many: t('shared-gear.ingot-moulds'),
    empty: t('shared-gear.moulds-hint'),
  },
}

export const SOUND_WORDS = {
  rings: t('shared-gear.rings-clear'),
  dull: t('shared-gear.rings-dull'),
  cracked: t('shared-gear.cracked'),
} as const

/** Why a crucible is to be retired. */
export const WORN: Readonly<Record<NonNullable<Wear['retire']>, string>> = {
  cracked: t('shared-gear.worn-cracked'),
  dull: t('shared-gear.worn-dull'),
  'thin wall': t('shared-gear.worn-thin'),
  light: t('shared-gear.worn-light'),
}

/** What wear says, in a line; empty where nothing was measured twice. */
export function wearWords({ wallLost, massLost, retire }: Wear): string {
  const parts: string[] = []
  if (wallLost !== null)
    parts.push(t('shared-gear.wall-lost', { percent: Math.round(100 * Math.max(0, wallLost)) }))
  if (massLost !== null)
    parts.push(t('shared-gear.mass-lost', { percent: Math.round(100 * Math.max(0, massLost)) }))
  const worn = parts.join(', ')
  if (!retire) return worn
  return sentences(t('shared-gear.retire-because', { reason: WORN[retire] }), worn && `${worn}.`)
}

export const FAMILY_WORDS: Readonly<Record<string, string>> = {
  Cu: t('shared-gear.copper-alloys'),
  Al: t('shared-gear.aluminium'),
  Zn: t('shared-gear.zinc-alloys'),
  Sn: t('shared-gear.tin-and-pewter'),
} satisfies Record<FamilyMetal, string>
