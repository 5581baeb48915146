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
    name: t('walk.weigh-out'),
    what: t('walk.type-what-the-scale-says-and'),
    path: (number) => `/heat/${number}/scale`,
    done: ({ weighed }) => weighed.length > 0,
  },
  {
    name: t('walk.melt'),
    what: t('walk.done-after-each-step-cautions-are'),
    path: (number) => `/heat/${number}/melt`,
    done: ({ done }) => 'pour' in done,
  },
  {
    name: t('walk.pour'),
    what: t('walk.write-down-each-ingot-then-the'),
    path: (number) => `/heat/${number}/pour`,
    done: ({ pour }) => pour.ingots.length > 0 || pour.castingsG !== null,
  },
  {
    name: t('walk.assay'),
    what: t('walk.type-a-reading-say-copper-87'),
    path: (number) => `/heat/${number}/assay`,
    done: ({ assays, loggedAt }) => assays.length > 0 || loggedAt !== null,
  },
  {
    name: t('walk.what-was-learned'),
    what: t('walk.what-your-heats-taught-about-losses'),
    path: () => '/learned',
    done: () => true,
  },
]
