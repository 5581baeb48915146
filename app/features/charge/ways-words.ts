import { t } from '~/words'
import type { Way } from '#core/charge'

/** What each way of choosing a charge is called, and what it is for. */
export const WAY_WORDS: Readonly<Record<Way, { name: string; why: string }>> = {
  cheapest: { name: t('charge.cheapest'), why: t('charge.way-cheapest-hint') },
  scrap: { name: t('charge.way-scrap'), why: t('charge.least-virgin-metal') },
  fewest: { name: t('charge.way-few-lots'), why: t('charge.way-few-lots-hint') },
  surest: { name: t('charge.way-certain'), why: t('charge.way-certain-hint') },
  closest: { name: t('charge.way-nominal'), why: t('charge.way-nominal-hint') },
}
