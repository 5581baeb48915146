import { t } from '~/words'
import type { LossWay } from '#core/losses'

/** Whose losses a plan reckons with. */
export const LOSS_WORDS: Readonly<Record<LossWay, { name: string; note: string }>> = {
  usual: {
    name: t('parts.usual-estimates'),
    note: t('parts.engineering-estimates-for-a-normal-melt'),
  },
  learned: {
    name: t('parts.what-my-heats-taught'),
    note: t('parts.the-usual-estimates-pulled-to-what'),
  },
  none: {
    name: t('parts.no-losses'),
    note: t('parts.as-if-everything-charged-were-in'),
  },
  own: { name: t('parts.my-own-figures'), note: t('parts.figures-typed-for-this-heat-the') },
}
