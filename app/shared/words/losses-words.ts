import { t } from '~/words'
import type { LossWay } from '#core/losses'

/** Whose losses a plan reckons with. */
export const LOSS_WORDS: Readonly<Record<LossWay, { name: string; note: string }>> = {
  usual: {
    name: t('parts.usual-estimates'),
    note: t('parts.usual-estimates-note'),
  },
  learned: {
    name: t('parts.learned-losses'),
    note: t('parts.learned-losses-note'),
  },
  none: {
    name: t('parts.no-losses'),
    note: t('parts.no-losses-note'),
  },
  own: { name: t('parts.own-losses'), note: t('parts.own-losses-note') },
}
