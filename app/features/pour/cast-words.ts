import { t } from '~/words'
import { SYMPTOMS } from '#core/troubles'
import type { CastFault, CastVerdict } from '#core/heat'

export const CAST_VERDICT_WORDS: Readonly<Record<CastVerdict, string>> = {
  'not-told': t('pour.not-looked-at'),
  sound: t('pour.sound'),
  blemished: t('pour.blemished-but-good-for-use'),
  spoiled: t('pour.spoiled-back-to-the-bins'),
}

export const CAST_FAULT_WORDS: Readonly<Record<CastFault, string>> = {
  'heavier-fettled': t('pour.it-cannot-weigh-more-without-its'),
  'heavier-finished': t('pour.grinding-made-it-heavier-one-of'),
}

/** What a casting itself can show, of all that goes wrong with a heat. */
const SHOWN_BY_A_CASTING = [
  'short',
  'rounded',
  'pits',
  'top-bubbles',
  'pull',
  'folds',
  'line',
  'riser',
  'mould-cold',
  'colour',
]
export const CAST_SYMPTOMS = SYMPTOMS.filter(({ id }) => SHOWN_BY_A_CASTING.includes(id))
