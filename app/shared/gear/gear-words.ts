import { t } from '~/words'
import type { FamilyMetal } from '#core/families'
import type { GearType, Wear } from '#core/gear'

export const GEAR_WORDS: Readonly<Record<GearType, { one: string; many: string; empty: string }>> = {
  crucible: {
    one: t('shared-gear.crucible-2'),
    many: t('shared-gear.crucibles'),
    empty: t('shared-gear.write-each-crucible-down-its-number'),
  },
  furnace: {
    one: t('shared-gear.furnace'),
    many: t('shared-gear.furnaces'),
    empty: t('shared-gear.write-the-furnace-down-and-every'),
  },
  thermocouple: {
    one: t('shared-gear.thermocouple'),
    many: t('shared-gear.thermocouples'),
    empty: t('shared-gear.hold-it-in-a-clean-metal'),
  },
  scale: {
    one: t('shared-gear.scale'),
    many: t('shared-gear.scales'),
    empty: t('shared-gear.write-down-the-step-and-the'),
  },
  'ingot-mould': {
    one: t('shared-gear.ingot-mould'),
    many: t('shared-gear.ingot-moulds'),
    empty: t('shared-gear.weigh-each-mould-empty-once-and'),
  },
}

export const SOUND_WORDS = {
  rings: t('shared-gear.rings-clear'),
  dull: t('shared-gear.rings-dull'),
  cracked: t('shared-gear.cracked'),
} as const

/** Why a crucible is to be retired. */
export const WORN: Readonly<Record<NonNullable<Wear['retire']>, string>> = {
  cracked: t('shared-gear.it-is-cracked'),
  dull: t('shared-gear.it-rings-dull'),
  'thin wall': t('shared-gear.its-wall-has-gone-thin'),
  light: t('shared-gear.it-has-lost-too-much-weight'),
}

/** What wear says, in a line; empty where nothing was measured twice. */
export function wearWords({ wallLost, massLost, retire }: Wear): string {
  const parts: string[] = []
  if (wallLost !== null)
    parts.push(t('shared-gear.of-the-wall-gone', { round: Math.round(100 * Math.max(0, wallLost)) }))
  if (massLost !== null)
    parts.push(t('shared-gear.of-the-weight-gone', { round: Math.round(100 * Math.max(0, massLost)) }))
  const worn = parts.join(', ')
  if (!retire) return worn
  return t('shared-gear.retire-it', { WORN: WORN[retire], part: worn ? ` ${worn}.` : '' })
}

export const FAMILY_WORDS: Readonly<Record<string, string>> = {
  Cu: t('shared-gear.copper-alloys'),
  Al: t('shared-gear.aluminium'),
  Zn: t('shared-gear.zinc-alloys'),
  Sn: t('shared-gear.tin-and-pewter'),
} satisfies Record<FamilyMetal, string>
