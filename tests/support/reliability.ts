/** Whether all that is promised is tried all the way: `npm run reliability`. */
export const FULL = process.env.RELIABILITY === 'full'

/** How many of a large number of seeded cases are tried: all of them by `npm run reliability`, a part by `npm test`. */
export const many = (full: number, part: number): number => (FULL ? full : part)
