import { t } from '~/words'
import type { Heat } from '#core/heat'

export interface WalkStep {
  name: string
  what: string
  path: (number: number) => string
  /** whether the heat has come so far */
  done: (heat: Heat) => boolean
}

/** One heat from the scale to what it taught, on the real controls. */
export const WALK: readonly WalkStep[] = [
  {
    name: t('guided-tour.weigh-title'),
    what: t('guided-tour.weigh-hint'),
    path: (number) => `/heat/${number}/scale`,
    done: ({ weighed }) => weighed.length > 0,
  },
  {
    name: t('guided-tour.melt-title'),
    what: t('guided-tour.melt-hint'),
    path: (number) => `/heat/${number}/melt`,
    done: ({ done }) => 'pour' in done,
  },
  {
    name: t('guided-tour.pour-title'),
    what: t('guided-tour.pour-hint'),
    path: (number) => `/heat/${number}/pour`,
    done: ({ pour }) => pour.ingots.length > 0 || pour.castingsG !== null,
  },
  {
    name: t('guided-tour.assay-title'),
    what: t('guided-tour.assay-hint'),
    path: (number) => `/heat/${number}/assay`,
    done: ({ assays, loggedAt }) => assays.length > 0 || loggedAt !== null,
  },
  {
    name: t('guided-tour.learned-title'),
    what: t('guided-tour.learned-hint'),
    path: () => '/learned',
    done: () => true,
  },
]
