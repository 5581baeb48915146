import type { ChartRule } from '#core/learn'

/** Kinds of alloy that lose their elements alike. */
export const FAMILY_NAMES: Readonly<Record<string, string>> = {
  Al: 'aluminium alloys',
  'Cu-low-zinc': 'bronzes (zinc to 5 %)',
  'Cu-some-zinc': 'red brasses (zinc to 15 %)',
  'Cu-much-zinc': 'brasses',
  Zn: 'zinc alloys',
  Sn: 'tin and pewter',
}

export const RULE_WORDS: Readonly<Record<ChartRule, string>> = {
  'beyond-limits': 'beyond three sigma',
  'run-one-side': 'eight in a row on one side',
  trend: 'six in a row rising or falling',
  'two-of-three': 'two of three beyond two sigma',
}

/** "0.93 ± 0.01": as many places as the spread deserves. */
export function withSpread(value: number, sd: number): string {
  const places = Math.min(4, Math.max(0, 1 - Math.floor(Math.log10(Math.max(sd, 1e-4)))))
  return `${value.toFixed(places)} ± ${sd.toFixed(places)}`
}
