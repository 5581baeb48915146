import { SYMPTOMS } from '#core/troubles'
import type { CastFault, CastVerdict } from '#core/heat'

export const CAST_VERDICT_WORDS: Readonly<Record<CastVerdict, string>> = {
  'not-told': 'not looked at',
  sound: 'sound',
  blemished: 'blemished, but good for use',
  spoiled: 'spoiled: back to the bins',
}

export const CAST_FAULT_WORDS: Readonly<Record<CastFault, string>> = {
  'heavier-fettled':
    'It cannot weigh more without its gates than with them. One of the two weights is wrong.',
  'heavier-finished': 'Grinding made it heavier: one of the two weights is wrong.',
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
