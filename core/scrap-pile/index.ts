export { amountOf, roundAmount, startingAmount, type PileAmount } from './amount'
export { metalNamed } from './name'
export { bestUse, castFirst } from './order'
export { PILE_GROUPS, PILE_SOURCE, PILE_TILES, type PileTile } from './tiles'
