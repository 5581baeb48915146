import type { LossWay } from '#core/losses'

/** Whose losses a plan reckons with. */
export const LOSS_WORDS: Readonly<Record<LossWay, { name: string; note: string }>> = {
  usual: {
    name: 'usual estimates',
    note: 'Engineering estimates for a normal melt under a cover, with a short hold.',
  },
  learned: {
    name: 'what my heats taught',
    note: 'The usual estimates, pulled to what at least two of your own heats showed.',
  },
  none: {
    name: 'no losses',
    note: 'As if everything charged were in the melt. The tap will come out smaller than planned.',
  },
  own: { name: 'my own figures', note: 'Figures typed for this heat; the rest as usual.' },
}
