/** Letters written from right to left: Hebrew, Arabic and their kin. */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u

/** A name to be set in a sentence: one written from right to left does not drag the figures beside it along. */
export function isolated(name: string): string {
  return RIGHT_TO_LEFT.test(name) ? `\u2068${name}\u2069` : name
}
