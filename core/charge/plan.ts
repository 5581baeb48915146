/** One line of a charge: so much of one lot. */
export interface PlanLine {
  lot: string
  massG: number
  pieces?: number
}

/** What holds the plan where it is, with the price of holding it there (objective units per wt% or per gram). */
export type Limiting =
  | { kind: 'element'; element: string; bound: 'min' | 'max'; shadowPrice: number }
  | { kind: 'others'; bound: 'max'; shadowPrice: number }
  | { kind: 'stock'; lot: string; shadowPrice: number }

/** A rule of weighing that keeps amounts from being just any. */
export type WeighingRule = 'pieces' | 'maxLots' | 'minLine' | 'increment'

/** Things that cannot hold together, each with how far it would have to give were it alone to give. */
export type Conflict =
  | { kind: 'element'; element: string; bound: 'min' | 'max'; limit: number; reached: number }
  | { kind: 'others'; bound: 'max'; limit: number; reached: number }
  | { kind: 'stock'; lot: string; availableG: number; neededG: number }
  | { kind: 'line'; lot: string; fixedG: number }
  | { kind: 'rule'; rule: WeighingRule }
  | { kind: 'metal'; wantedG: number; possibleG: number }
  | { kind: 'fixed'; excessG: number }

/** One limit moved. */
export interface LimitChange {
  element: string
  bound: 'min' | 'max'
  to: number
}

/** So much of a virgin metal or master alloy (an id of the purchasable table). */
export interface Purchase {
  metal: string
  massG: number
}

/** A way out, each enough by itself; each was solved again to prove it. */
export type Remedy =
  | ({ kind: 'relax' } & LimitChange)
  | { kind: 'relaxTogether'; changes: LimitChange[] }
  | ({ kind: 'obtain' } & Purchase)
  | { kind: 'obtainTogether'; purchases: Purchase[] }
  | { kind: 'lessTap'; tapMassG: number }
  | { kind: 'leaveOut'; lot: string }
  | { kind: 'moreLots'; maxLots: number }
  | { kind: 'dropRule'; rule: WeighingRule }

/** `hephaestal/charge-plan`, version 1. */
export interface ChargePlan {
  format: 'hephaestal/charge-plan'
  version: 1
  status: 'optimal' | 'feasible' | 'infeasible'
  gap?: number
  lines: PlanLine[]
  chargeMassG: number
  tapMassG: number
  cost: number
  virginMassG: number
  composition: Record<string, number>
  sd: Record<string, number>
  probabilityInLimits: number
  limiting: Limiting[]
  conflict: Conflict[]
  remedies: Remedy[]
}
