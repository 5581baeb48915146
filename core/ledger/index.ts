export { parseSearch, type Search, type SearchFault, type SearchTerm } from './parse-search'
export { ledgerRow, matches, type LedgerRow } from './row'
export { nearestAlloys, type NearAlloy } from './nearest-alloys'
export { USES_UNSURE, usesOf, type Use } from './uses'
