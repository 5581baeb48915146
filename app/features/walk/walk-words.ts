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
    name: t('walk.weigh-title'),
    what: t('walk.weigh-hint'),
    path: (number) => `/heat/${number}/scale`,
    done: ({ weighed }) => weighed.length > 0,
  },
  {
    name: t('walk.melt-title'),
    what: t('walk.melt-hint'),
    path: (number) => `/heat/${number}/melt`,
    done: ({ done }) => 'pour' in done,
  },
  {
    name: t('walk.pour-title'),
    what: t('walk.pour-hint'),
    path: (number) => `/heat/${number}/pour`,
    done: ({ pour }) => pour.ingots.length > 0 || pour.castingsG !== null,
  },
  {
    name: t('walk.assay-title'),
    what: t('walk.assay-hint'),
    path: (number) => `/heat/${number}/assay`,
    done: ({ assays, loggedAt }) => assays.length > 0 || loggedAt !== null,
  },
  {
    name: t('walk.learned-title'),
    what: t('walk.learned-hint'),
    path: () => '/learned',
    done: () => true,
  },
]
