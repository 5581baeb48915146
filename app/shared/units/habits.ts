import type { LengthUnit, MassUnit, TemperatureUnit } from '#core/units'

/** What a yard writes its figures in. */
interface Habits {
  mass: MassUnit
  temperature: TemperatureUnit
  length: LengthUnit
  currency: string
}

/** Signs of money by region (ISO 3166-1); from memory. Regions left out write €. */
const MONEY: Readonly<Record<string, string>> = {
  US: '$',
  GB: '£',
  CH: 'CHF',
  CA: 'C$',
  AU: 'A$',
  NZ: 'NZ$',
  ZA: 'R',
  IN: '₹',
  JP: '¥',
  CN: '¥',
  SE: 'kr',
  NO: 'kr',
  DK: 'kr',
  PL: 'zł',
  CZ: 'Kč',
  MX: '$',
  BR: 'R$',
}
/** Where metal is bought by the pound and heat told in Fahrenheit. */
const CUSTOMARY = new Set(['US', 'LR', 'PR', 'GU', 'VI'])

/**
 * What a new yard weighs, measures and pays in, by where the browser says the person is: to be changed in the menu.
 * @example habitsOf('en-US') // { mass: 'lb', temperature: 'F', length: 'in', currency: '$' }
 */
export function habitsOf(tag: string): Habits {
  const region = new Intl.Locale(tag).maximize().region ?? ''
  const customary = CUSTOMARY.has(region)
  return {
    mass: customary ? 'lb' : 'g',
    temperature: customary ? 'F' : 'C',
    length: customary ? 'in' : 'mm',
    currency: MONEY[region] ?? '€',
  }
}

/** The language with its place, where the browser tells one: German in a browser that speaks Swiss German is Swiss. */
export const placeOf = (language: string, asked: readonly string[] = navigator.languages): string =>
  asked.find((tag) => tag.split('-')[0] === language.split('-')[0] && tag.includes('-')) ?? language
