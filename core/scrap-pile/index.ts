export {
  amountOf,
  quantityIn,
  roundAmount,
  startingAmount,
  stemOf,
  unitSaid,
  type BareUnit,
  type PileAmount,
  type Quantity,
} from './amount'
export { metalNamed, namesLike, tileNamed } from './name'
export { bestUse, castFirst } from './order'
export { CONTAINERS, PILE_GROUPS, PILE_SOURCE, PILE_TILES, type PileTile } from './tiles'
