import { t, told } from '~/words'
import type { Castability, CastTrait } from '#core/casting'

export const TRAIT_WORDS: Readonly<Record<CastTrait, string>> = {
  fluidity: t('parts.trait-fluidity'),
  range: t('parts.trait-feeding'),
  'hot-short': t('parts.trait-hot-tearing'),
  gas: t('parts.trait-gas'),
  dross: t('parts.trait-dross'),
}

/** Grades as people say them: how well it runs and feeds, how much it tears, gasses and skins. */
const WELL = [
  t('parts.grade-very-good'),
  t('small.well'),
  t('small.fairly'),
  t('small.badly'),
  t('parts.grade-very-bad'),
] as const
const MUCH = [
  t('small.hardly'),
  t('parts.grade-slight'),
  t('small.somewhat'),
  t('small.much'),
  t('parts.grade-severe'),
] as const

/** "fairly", "very much": a grade of a trait in words. */
export const gradeWords = (trait: CastTrait, grade: number): string =>
  (trait === 'fluidity' || trait === 'range' ? WELL : MUCH)[grade - 1] ?? ''

/** Why a trait has its grade: what a metal's own table says, and each rule that moved it. */
export const whyWords = (why: string): string => why.split('; ').map(told).join('; ')

interface Degrees {
  degreesApart: (celsius: number) => string
}

/** "Freezes over 56 °C" */
export function rangeWords({ rangeC, rangeKnown }: Castability, { degreesApart }: Degrees): string {
  if (rangeC === null) return t('parts.freezing-range-unknown')
  return t(rangeKnown === 'estimate' ? 'parts.freezing-range-estimate' : 'parts.freezing-range', {
    range: degreesApart(rangeC),
  })
}
