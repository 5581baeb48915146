import type { DecimalMark } from '#core/units'
import { language } from '~/words'

/** The decimal mark of the language the app speaks. */
export function decimalMarkHere(languages: readonly string[] = [language]): DecimalMark {
  const part = new Intl.NumberFormat([...languages]).formatToParts(1.5).find(({ type }) => type === 'decimal')
  return part?.value === ',' ? ',' : '.'
}

const mark = decimalMarkHere()

/** Figures in a text as the language writes them: "0.3 °C" is "0,3 °C" in German. */
export const localFigures = (text: string, as: DecimalMark = mark): string =>
  as === '.' ? text : text.replace(/(?<=\d)\.(?=\d)/g, as)

/** A figure with so many decimals, as the language writes it. */
export const fixed = (value: number, decimals: number): string => localFigures(value.toFixed(decimals))
