export { lotYield, toChargeLot } from './charge-lot'
export { spreadFor } from './knowledge-spread'
export { KNOWLEDGE, LOT_KINDS, lotSchema, type Knowledge, type Lot, type LotKind } from './schema'
