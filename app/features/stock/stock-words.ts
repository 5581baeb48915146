import { t } from '~/words'
import type { Coating, LotKind } from '#core/stock'

export const KIND_WORDS: Readonly<Record<LotKind, string>> = {
  scrap: t('stock.scrap'),
  virgin: t('stock.virgin-metal'),
  master: t('stock.master-alloy'),
  returns: t('stock.returns'),
  ingot: t('stock.own-ingots'),
}

export const COATING_NAMES: Readonly<Record<Coating, string>> = {
  paint: t('stock.paint'),
  plating: t('stock.plating'),
  oil: t('stock.oil'),
  damp: t('stock.damp'),
  solder: t('stock.solder'),
  plastic: t('stock.rubber-plastic'),
  steel: t('stock.coating-steel'),
}

/** Bins by the metal they hold most of; others go by the element's name. */
export const METAL_BINS = { Cu: t('stock.group-copper'), Al: t('stock.group-aluminium') } as const
