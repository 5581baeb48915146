import type { Coating, Knowledge, LotKind } from '#core/stock'

export const KIND_WORDS: Readonly<Record<LotKind, string>> = {
  scrap: 'Scrap',
  virgin: 'Virgin metal',
  master: 'Master alloy',
  returns: 'Returns',
  ingot: 'Own ingots',
}

export const KNOWLEDGE_WORDS: Readonly<Record<Knowledge, string>> = {
  certificate: 'certificate',
  assay: 'assayed',
  grade: 'known grade',
  density: 'by density',
  guess: 'a guess',
}

export const COATING_NAMES: Readonly<Record<Coating, string>> = {
  paint: 'paint',
  plating: 'plating',
  oil: 'oil',
  damp: 'damp',
  solder: 'solder',
  plastic: 'rubber, plastic',
  steel: 'steel in it',
}

/** Bins by the metal they hold most of; others go by the element's name. */
export const METAL_BINS = { Cu: 'Copper, brass and bronze', Al: 'Aluminium' } as const
