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
    name: 'Weigh out',
    what: 'Type what the scale says and press “Record, next”; or tick the simulated scale and add metal with its buttons. A little over or under is fine: the rest is worked out again.',
    path: (number) => `/heat/${number}/scale`,
    done: ({ weighed }) => weighed.length > 0,
  },
  {
    name: 'Melt',
    what: '“Done” after each step; cautions are read once. Clocks and temperatures are logged here.',
    path: (number) => `/heat/${number}/melt`,
    done: ({ done }) => 'pour' in done,
  },
  {
    name: 'Pour',
    what: 'Write down each ingot, then the sprues, the dross and the skull: the balance says what is missing.',
    path: (number) => `/heat/${number}/pour`,
    done: ({ pour }) => pour.ingots.length > 0 || pour.castingsG !== null,
  },
  {
    name: 'Assay',
    what: 'Type a reading, say copper 87.6, tin 9.4, zinc 2.5, and see the verdict beside what was predicted. Then log the heat.',
    path: (number) => `/heat/${number}/assay`,
    done: ({ assays, loggedAt }) => assays.length > 0 || loggedAt !== null,
  },
  {
    name: 'What was learned',
    what: 'What your heats taught about losses; the next charge is reckoned with it.',
    path: () => '/learned',
    done: () => true,
  },
]
