import type { QuantityProblem } from '#core/units'

export type QuantityKind = 'mass' | 'temperature' | 'percent' | 'price' | 'number' | 'length' | 'volume'

const EXAMPLES: Readonly<Record<QuantityKind, string>> = {
  mass: '250, 2 kg or 5 lb 3 oz',
  temperature: '1180 or 2150 F',
  percent: '88 or 0.3',
  price: '7.20',
  number: '30',
  length: '12 or 1/2 in',
  volume: '45.2',
}

/** More than this is a slip of the finger, and no record takes it: grams, °C, units of money, mm, cm³. */
export const MOST: Readonly<Partial<Record<QuantityKind, number>>> = {
  mass: 1e8,
  temperature: 3500,
  price: 1e6,
  length: 1e5,
  volume: 1e6,
}

/** What to say, and what to do, when a typed quantity cannot be used. */
export function quantityWords(problem: QuantityProblem, kind: QuantityKind): string {
  const example = EXAMPLES[kind]
  switch (problem) {
    case 'empty':
      return `Type a figure, such as ${example}.`
    case 'not-a-number':
      return `That is not a figure. Type digits, such as ${example}.`
    case 'two-readings':
      return 'That can be read in two ways.'
    case 'unknown-unit':
      return kind === 'length' ? 'Unknown unit. Use mm, cm, m or in.' : 'Unknown unit. Use g, kg, oz or lb.'
    case 'negative':
      return kind === 'temperature' ? 'That is too cold to be real.' : 'It cannot be below zero.'
    case 'zero':
      return 'It must be more than zero.'
    case 'too-large':
      return kind === 'percent' ? 'A share cannot be over 100 %.' : 'That is too large to be real.'
  }
}
