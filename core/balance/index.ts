export { expectedFumeG } from './element-loss'
export { expectedLoss, type ExpectedLoss } from './expected-loss'
export { massBalance, type BalanceState, type MassBalance, type PourWeights } from './mass-balance'
export { reconcile, type Constraints, type Estimate, type Reconciled } from './reconcile'
export {
  reconcileHeat,
  type AdjustedFigure,
  type FoundAgain,
  type HeatFigures,
  type HeatReconciliation,
  type Suspect,
  type WeighedIn,
} from './heat-reconciliation'
