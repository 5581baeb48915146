import { MOULD_TABLE } from './mould-table'

/** What keeps sand off the pattern, and what never to dust with. */
export const PARTING = MOULD_TABLE.parting
