import type { GearType } from '#core/gear'
import { t } from '~/words'

/** What adds a piece of gear, and what its sheet is called. */
export const ADD_WORDS: Readonly<Record<GearType, string>> = {
  crucible: t('gear.add-a-crucible'),
  furnace: t('gear.add-a-furnace'),
  thermocouple: t('gear.add-a-thermocouple'),
  scale: t('gear.add-a-scale'),
  'ingot-mould': t('gear.add-mould'),
}
