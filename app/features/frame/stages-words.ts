import { t } from '~/words'
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
  {
    id: 'stock',
    name: t('frame.stock'),
    question: t('frame.what-have-i-got-and-what'),
    path: () => '/stock',
  },
  {
    id: 'target',
    name: t('frame.target'),
    question: t('frame.which-alloy-how-much'),
    path: ofHeat('target'),
  },
  { id: 'charge', name: t('frame.charge'), question: t('frame.what-do-i-weigh-out'), path: ofHeat('charge') },
  { id: 'melt', name: t('frame.melt'), question: t('frame.what-do-i-do-now-and'), path: ofHeat('melt') },
  { id: 'pour', name: t('frame.pour'), question: t('frame.where-did-the-metal-go'), path: ofHeat('pour') },
  { id: 'assay', name: t('frame.assay'), question: t('frame.what-did-i-make'), path: ofHeat('assay') },
  { id: 'ledger', name: t('frame.ledger'), question: t('frame.what-have-i-learned'), path: () => '/ledger' },
]
