/**
 * What was said of a thing that failed, whatever was thrown.
 * @example why(new Error('no room')) // 'no room'
 */
export const why = (failed: unknown): string => (failed instanceof Error ? failed.message : String(failed))
