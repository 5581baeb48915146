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
    name: t('app-shell.stock'),
    question: t('app-shell.stage-stock-question'),
    path: () => '/stock',
  },
  {
    id: 'target',
    name: t('app-shell.target'),
    question: t('app-shell.stage-target-question'),
    path: ofHeat('target'),
  },
  {
    id: 'charge',
    name: t('app-shell.charge'),
    question: t('app-shell.stage-charge-question'),
    path: ofHeat('charge'),
  },
  {
    id: 'melt',
    name: t('app-shell.melt'),
    question: t('app-shell.stage-melt-question'),
    path: ofHeat('melt'),
  },
  {
    id: 'pour',
    name: t('app-shell.pour'),
    question: t('app-shell.stage-pour-question'),
    path: ofHeat('pour'),
  },
  {
    id: 'assay',
    name: t('app-shell.assay'),
    question: t('app-shell.stage-assay-question'),
    path: ofHeat('assay'),
  },
  {
    id: 'ledger',
    name: t('app-shell.ledger'),
    question: t('app-shell.stage-ledger-question'),
    path: () => '/ledger',
  },
]
