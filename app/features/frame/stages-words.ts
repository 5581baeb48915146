export type StageId = 'stock' | 'target' | 'charge' | 'melt' | 'pour' | 'assay' | 'ledger'

export interface Stage {
  id: StageId
  name: string
  question: string
  /** where it lives; stages of a heat need its number */
  path: (number: number | null) => string
}

const ofHeat = (id: StageId) => (number: number | null) => (number ? `/heat/${number}/${id}` : '/')

/** The stages of a heat, in the order people work. */
export const STAGES: readonly Stage[] = [
  { id: 'stock', name: 'Stock', question: 'What have I got, and what is it?', path: () => '/stock' },
  { id: 'target', name: 'Target', question: 'Which alloy, how much?', path: ofHeat('target') },
  { id: 'charge', name: 'Charge', question: 'What do I weigh out?', path: ofHeat('charge') },
  { id: 'melt', name: 'Melt', question: 'What do I do now, and next?', path: ofHeat('melt') },
  { id: 'pour', name: 'Pour', question: 'Where did the metal go?', path: ofHeat('pour') },
  { id: 'assay', name: 'Assay', question: 'What did I make?', path: ofHeat('assay') },
  { id: 'ledger', name: 'Ledger', question: 'What have I learned?', path: () => '/ledger' },
]
