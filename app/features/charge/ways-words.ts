import { t } from '~/words'
import type { Way } from '#core/charge'

/** What each way of choosing a charge is called, and what it is for. */
export const WAY_WORDS: Readonly<Record<Way, { name: string; why: string }>> = {
  cheapest: { name: t('charge.cheapest'), why: t('charge.least-money') },
  scrap: { name: t('charge.most-scrap'), why: t('charge.least-virgin-metal') },
  fewest: { name: t('charge.fewest-lots'), why: t('charge.least-to-weigh') },
  surest: { name: t('charge.most-certain'), why: t('charge.keeps-every-limit-most-often') },
  closest: { name: t('charge.closest-to-nominal-2'), why: t('charge.nearest-the-middle') },
}
