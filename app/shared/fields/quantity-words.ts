import { t } from '~/words'
import type { QuantityProblem } from '#core/units'

export type QuantityKind =
  | 'mass'
  | 'temperature'
  | 'percent'
  | 'price'
  /** money for a kilogram, told for a pound where masses are */
  | 'metal-price'
  | 'number'
  | 'length'
  | 'volume'

const EXAMPLES: Readonly<Record<QuantityKind, string>> = {
  mass: t('shared-fields.n-250-2-kg-or-5-lb'),
  temperature: t('shared-fields.n-1180-or-2150-f'),
  percent: t('shared-fields.n-88-or-0-3'),
  price: '7.20',
  'metal-price': '7.20',
  number: '30',
  length: t('shared-fields.n-12-or-1-2-in'),
  volume: '45.2',
}

/** More than this is a slip of the finger, and no record takes it: grams, °C, units of money, mm, cm³. */
export const MOST: Readonly<Partial<Record<QuantityKind, number>>> = {
  mass: 1e8,
  temperature: 3500,
  price: 1e6,
  'metal-price': 1e6,
  length: 1e5,
  volume: 1e6,
}

/** What to say, and what to do, when a typed quantity cannot be used. */
export function quantityWords(problem: QuantityProblem, kind: QuantityKind): string {
  const example = EXAMPLES[kind]
  switch (problem) {
    case 'empty':
      return t('shared-fields.type-a-figure-such-as', { example })
    case 'not-a-number':
      return t('shared-fields.that-is-not-a-figure-type', { example })
    case 'two-readings':
      return t('shared-fields.that-can-be-read-in-two')
    case 'unknown-unit':
      return kind === 'length'
        ? t('shared-fields.unknown-unit-use-mm-cm-m')
        : t('shared-fields.unknown-unit-use-g-kg-oz')
    case 'negative':
      return kind === 'temperature'
        ? t('shared-fields.that-is-too-cold-to-be')
        : t('shared-fields.it-cannot-be-below-zero')
    case 'zero':
      return t('shared-fields.it-must-be-more-than-zero')
    case 'too-large':
      return kind === 'percent'
        ? t('shared-fields.a-share-cannot-be-over-100')
        : t('shared-fields.that-is-too-large-to-be')
  }
}
