import type { Castability, CastTrait } from '#core/casting'

export const TRAIT_WORDS: Readonly<Record<CastTrait, string>> = {
  fluidity: 'Runs',
  range: 'Feeds',
  'hot-short': 'Tears while hot',
  gas: 'Takes up gas',
  dross: 'Skins and dross',
}

/** Grades as people say them: how well it runs and feeds, how much it tears, gasses and skins. */
const WELL = ['very well', 'well', 'fairly', 'badly', 'very badly'] as const
const MUCH = ['hardly', 'a little', 'somewhat', 'much', 'very much'] as const

/** "fairly", "very much": a grade of a trait in words. */
export const gradeWords = (trait: CastTrait, grade: number): string =>
  (trait === 'fluidity' || trait === 'range' ? WELL : MUCH)[grade - 1] ?? ''

interface Degrees {
  degreesApart: (celsius: number) => string
}

/** "Freezes over 56 °C" */
export function rangeWords({ rangeC, rangeKnown }: Castability, { degreesApart }: Degrees): string {
  if (rangeC === null) return 'How far its freezing is drawn out is not known'
  return `Freezes over ${rangeKnown === 'estimate' ? 'about ' : ''}${degreesApart(rangeC)}`
}
