import { t } from '~/words'
import { SYMPTOMS } from '#core/troubles'
import type { CastFault, CastVerdict } from '#core/heat'

export const CAST_VERDICT_WORDS: Readonly<Record<CastVerdict, string>> = {
  'not-told': t('pour.verdict-open'),
  sound: t('pour.verdict-sound'),
  blemished: t('pour.verdict-blemished'),
  spoiled: t('pour.verdict-spoiled'),
}

export const CAST_FAULT_WORDS: Readonly<Record<CastFault, string>> = {
  'heavier-fettled': t('pour.fettled-heavier'),
  'heavier-finished': t('pour.finished-heavier'),
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
