/** What can be wrong with a pretended instrument, to practise on. */
export const FAULTS = ['dropout', 'drift', 'noise', 'units'] as const
export type DeviceFault = (typeof FAULTS)[number]
