import type { Way } from '#core/charge'

/** What each way of choosing a charge is called, and what it is for. */
export const WAY_WORDS: Readonly<Record<Way, { name: string; why: string }>> = {
  cheapest: { name: 'Cheapest', why: 'least money' },
  scrap: { name: 'Most scrap', why: 'least virgin metal' },
  fewest: { name: 'Fewest lots', why: 'least to weigh' },
  surest: { name: 'Most certain', why: 'furthest inside the limits' },
  closest: { name: 'Closest to nominal', why: 'nearest the middle' },
}
