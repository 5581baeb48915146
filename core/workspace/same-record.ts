/** Whether two records, or two fields of one, say the same. */
export const sameRecord = (a: unknown, b: unknown): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b)
