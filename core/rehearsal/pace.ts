/** No rehearsal goes on longer, s. */
export const LONGEST_S = 4 * 3600
/** A hand needs so long for one thing, from the furnace to the mould too, s. */
export const HAND_S = 20
/** So long gas is bubbled through by the book. */
export const DEGAS_MIN = 12
