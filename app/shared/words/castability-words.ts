import { t, told } from '~/words'
import type { Castability, CastTrait } from '#core/casting'

export const TRAIT_WORDS: Readonly<Record<CastTrait, string>> = {
  fluidity: t('parts.runs'),
  range: t('parts.feeds'),
  'hot-short': t('parts.tears-while-hot'),
  gas: t('parts.takes-up-gas'),
  dross: t('parts.skins-and-dross'),
}

/** Grades as people say them: how well it runs and feeds, how much it tears, gasses and skins. */
const WELL = [
  t('parts.very-well'),
  t('small.well'),
  t('small.fairly'),
  t('small.badly'),
  t('parts.very-badly'),
] as const
const MUCH = [
  t('small.hardly'),
  t('parts.a-little'),
  t('small.somewhat'),
  t('small.much'),
  t('parts.very-much'),
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
  if (rangeC === null) return t('parts.how-far-its-freezing-is-drawn')
  return t('parts.freezes-over', {
    part: rangeKnown === 'estimate' ? `${t('small.about')} ` : '',
    rangeC: degreesApart(rangeC),
  })
}
