/** A heat of the day, as its order is looked for. */
export interface DayHeat {
  id: string
  /** symbol of what it holds most of: a crucible keeps to one */
  metal: string
  /** handled as this kind of metal */
  practice: string
  pourC: number
  /** into its metal up to the pour, kJ */
  heatKJ: number
  /** crucibles it may be melted in: they hold it, are sound, and kept for its metal */
  pots: readonly string[]
}

/** A crucible of the day. */
export interface DayPot {
  id: string
  /** into the crucible itself for each degree, kJ/K */
  heatKJperK: number
  /** the heat or the kind of metal it held last, by `before` of the ask; null for one that is clean or new */
  last: string | null
}

/** The furnace of the day. */
export interface DayFurnace {
  powerKw: number
  /** for a kJ put in; 0 where no price is told */
  pricePerKJ: number
  /** share of what is put in, beyond the walls, that ends in metal and crucible */
  efficiency: number
  /** into the walls for each degree they are brought up, kJ/K */
  wallKJperK: number
  /** of the walls’ heat, so much is left at the next heat */
  keepsWarm: number
}

export interface DayAsk {
  heats: readonly DayHeat[]
  pots: readonly DayPot[]
  furnace: DayFurnace
  /** minutes between one pour and the next crucible at the fire */
  turnMin: number
  /** for an hour of work; 0 where none is told */
  ratePerHour: number
  /** what a wash heat takes: a share of the heat it washes for, and minutes beside its melting */
  wash: { share: number; minutes: number }
  /**
   * What has to be done to a crucible between one heat and the next in it.
   * @param before id of a heat of the day, or `last` of a crucible
   * @returns never: not in this crucible at all
   */
  between: (before: string, heat: DayHeat) => 'nothing' | 'wash' | 'never'
  /**
   * What the metal of all heats costs when each may draw on what these earlier ones leave; null where it cannot be made.
   * @param earlier for each heat, the ids of those before it
   */
  metalCost: (earlier: ReadonlyMap<string, ReadonlySet<string>>) => number | null
  /** pairs of which the first leaves something the second can use: the order of others does not change their metal */
  useful: readonly (readonly [first: string, second: string])[]
}

/** A heat in its place in the day. */
export interface DayStep {
  id: string
  pot: string
  /** the crucible is washed out before it */
  washed: boolean
  /** minutes from lighting the furnace */
  fromMin: number
  pourMin: number
  putInKJ: number
  /** of it, into the walls */
  wallsKJ: number
  /** for its wash heat */
  washKJ: number
}

export interface DayPlan {
  steps: DayStep[]
  metal: number
  fuel: number
  work: number
  /** what is made as small as can be: metal, fuel and work; then the minutes; then the washes */
  cost: number
  minutes: number
  washes: number
  /** every order was looked at, or ruled out by what it would cost at least */
  proven: boolean
}
