import { t } from '~/words'
import type { Coating, Knowledge, LotKind } from '#core/stock'

export const KIND_WORDS: Readonly<Record<LotKind, string>> = {
  scrap: t('stock.scrap'),
  virgin: t('stock.virgin-metal'),
  master: t('stock.master-alloy'),
  returns: t('stock.returns'),
  ingot: t('stock.own-ingots'),
}

export const KNOWLEDGE_WORDS: Readonly<Record<Knowledge, string>> = {
  certificate: t('stock.certificate'),
  assay: t('stock.assayed'),
  grade: t('stock.known-grade'),
  density: t('stock.by-density'),
  guess: t('stock.a-guess'),
}

export const COATING_NAMES: Readonly<Record<Coating, string>> = {
  paint: t('stock.paint'),
  plating: t('stock.plating'),
  oil: t('stock.oil'),
  damp: t('stock.damp'),
  solder: t('stock.solder'),
  plastic: t('stock.rubber-plastic'),
  steel: t('stock.steel-in-it'),
}

/** Bins by the metal they hold most of; others go by the element's name. */
export const METAL_BINS = { Cu: t('stock.copper-brass-and-bronze'), Al: t('stock.aluminium-2') } as const
