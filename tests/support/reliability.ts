/** Whether all that is promised is tried all the way: `npm run reliability`. */
export const FULL = process.env.RELIABILITY === 'full'

/** Whether what takes long is tried, too: `npm test -- --long`, and `npm run reliability`. */
export const LONG_TOO = FULL || process.env.TESTS === 'long'

/** How many of a large number of seeded cases are tried: all of them by `npm run reliability`, a part by `npm test`. */
export const many = (full: number, part: number): number => (FULL ? full : part)
