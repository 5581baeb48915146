/** The kinds of record a yard is made of. */
export const COLLECTIONS = ['settings', 'lots', 'alloys', 'heats', 'gear', 'practices'] as const
export type Collection = (typeof COLLECTIONS)[number]
