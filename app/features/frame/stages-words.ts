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
    question: t('frame.stage-stock-question'),
    path: () => '/stock',
  },
  {
    id: 'target',
    name: t('frame.target'),
    question: t('frame.stage-target-question'),
    path: ofHeat('target'),
  },
  {
    id: 'charge',
    name: t('frame.charge'),
    question: t('frame.stage-charge-question'),
    path: ofHeat('charge'),
  },
  { id: 'melt', name: t('frame.melt'), question: t('frame.stage-melt-question'), path: ofHeat('melt') },
  { id: 'pour', name: t('frame.pour'), question: t('frame.stage-pour-question'), path: ofHeat('pour') },
  { id: 'assay', name: t('frame.assay'), question: t('frame.stage-assay-question'), path: ofHeat('assay') },
  {
    id: 'ledger',
    name: t('frame.ledger'),
    question: t('frame.stage-ledger-question'),
    path: () => '/ledger',
  },
]
