import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import type { ChartRule } from '#core/learn'

/** Kinds of alloy that lose their elements alike. */
export const FAMILY_NAMES: Readonly<Record<string, string>> = {
  Al: t('shared.aluminium-alloys'),
  'Cu-low-zinc': t('shared.family-bronzes'),
  'Cu-some-zinc': t('shared.family-red-brasses'),
  'Cu-much-zinc': t('shared.brasses'),
  Zn: t('shared.zinc-alloys'),
  Sn: t('shared.tin-and-pewter'),
}

export const RULE_WORDS: Readonly<Record<ChartRule, string>> = {
  'beyond-limits': t('shared.rule-three-sigma'),
  'run-one-side': t('shared.rule-eight-one-side'),
  trend: t('shared.rule-six-trend'),
  'two-of-three': t('shared.rule-two-of-three'),
}

/** "0.93 ± 0.01": as many places as the spread deserves. */
export function withSpread(value: number, sd: number): string {
  const places = Math.min(4, Math.max(0, 1 - Math.floor(Math.log10(Math.max(sd, 1e-4)))))
  return `${fixed(value, places)} ± ${fixed(sd, places)}`
}
