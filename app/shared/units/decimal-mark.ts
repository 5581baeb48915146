import type { DecimalMark } from '#core/units'

/** The decimal mark of the language the person's browser speaks. */
export function decimalMarkHere(languages: readonly string[] = navigator.languages): DecimalMark {
  const part = new Intl.NumberFormat([...languages]).formatToParts(1.5).find(({ type }) => type === 'decimal')
  return part?.value === ',' ? ',' : '.'
}
