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

/** Things that cannot hold together: each limit with the value it would be pushed to. */
export type Conflict =
  | { kind: 'element'; element: string; bound: 'min' | 'max'; limit: number; reached: number }
  | { kind: 'others'; bound: 'max'; limit: number; reached: number }
  | { kind: 'metal'; wantedG: number; possibleG: number }
  | { kind: 'fixed'; excessG: number }

/** A way out that makes the problem solvable; each was solved again to prove it. */
export type Remedy =
  | { kind: 'relax'; element: string; bound: 'min' | 'max'; to: number }
  | { kind: 'obtain'; metal: string; massG: number }
  | { kind: 'lessTap'; tapMassG: number }

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
