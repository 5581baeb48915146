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
  /** the number of a crucible, or the aluminium it holds */
  | 'crucible-number'

const EXAMPLES: Readonly<Record<QuantityKind, string>> = {
  mass: t('shared-fields.mass-example'),
  temperature: t('shared-fields.temperature-example'),
  percent: t('shared-fields.percent-example'),
  price: '7.20',
  'metal-price': '7.20',
  number: '30',
  'crucible-number': t('shared-fields.crucible-example'),
  length: t('shared-fields.length-example'),
  volume: t('shared-fields.volume-example'),
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
      return t('shared-fields.needs-number', { example })
    case 'not-a-number':
      return t('shared-fields.not-a-number', { example })
    case 'two-readings':
      return t('shared-fields.ambiguous-number')
    case 'unknown-unit':
      if (kind === 'volume') return t('shared-fields.unknown-volume-unit')
      return kind === 'length' ? t('shared-fields.unknown-length-unit') : t('shared-fields.unknown-mass-unit')
    case 'negative':
      return kind === 'temperature' ? t('shared-fields.too-cold') : t('shared-fields.below-zero')
    case 'zero':
      return t('shared-fields.not-above-zero')
    case 'too-large':
      return kind === 'percent' ? t('shared-fields.over-100') : t('shared-fields.too-large')
  }
}
