export { expectedFumeG } from './element-loss'
export { massBalance, type BalanceState, type MassBalance, type PourWeights } from './mass-balance'
