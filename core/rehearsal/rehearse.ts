import type { Composition } from '#core/composition'
import { estimateLiquidus, metalOfPractice } from '#core/families'
import { burn, chargeHeat, losesLifted, radiated, type ChargeHeat, type Fire } from '#core/furnace-model'
import {
  COVERS,
  hydrogenSolubilityAl,
  meltSurface,
  startingRate,
  zincPressure,
  type CoverId,
} from '#core/melt'
import { byId } from '#core/lists'
import type { Act, CastingFault, Happened, RehearsalLot, Scenario } from './scenario'
import { ANSWERS } from './table'

/** How a rehearsal stands at a moment. */
export interface Standing {
  atS: number
  celsius: number
  liningC: number
  /** 0 to 1 */
  power: number
  lid: boolean
  cover: CoverId
  lifted: boolean
  /** of what is in the pot, °C; of the alloy where nothing more is known */
  liquidusC: number
  solidusC: number
  /** metal in the pot, g of each element */
  grams: Record<string, number>
  meltG: number
  zincLostG: number
  zincChargedG: number
  drossG: number
  skimmedG: number
  /** cm³ in 100 g; only of aluminium */
  gasCm3: number
  added: string[]
  deoxidised: boolean
  /** g of dross turned under */
  foldedG: number
  happened: { atS: number; what: Happened; lot?: string }[]
}

export interface Poured {
  atS: number
  celsius: number
  /** above the liquidus of what was poured, °C */
  superheatC: number
  /** wt% */
  composition: Composition
  meltG: number
  zincLostG: number
  drossG: number
  gasCm3: number
  /** kJ of fuel or current */
  fuelKJ: number
  faults: CastingFault[]
}

export interface Rehearsed {
  /** every five seconds */
  trace: { atS: number; celsius: number }[]
  end: Standing
  poured: Poured | null
  /** what was put in, and where it ended: in charge, lining, walls and open air, kJ */
  account: { entered: number; inCharge: number; inLining: number; lost: number }
  /** grams of metal charged, and of what became dross, by element; what is gone as fume stands with the zinc */
  charged: Record<string, number>
  inDross: Record<string, number>
}

const STEP_S = 1
const TRACE_EVERY_S = 5
const CHEMISTRY_EVERY_S = 15
const ROOM_C = 25
const DOUBLE = Math.LN2
/** Under this a melt is frozen through. */
const FROZEN_C = 1

/**
 * Runs a heat with what is done to it; the same acts give the same heat.
 * @param acts in any order; each is done at its moment, s since lighting
 * @param untilS ends there, or with the pour
 * @returns how it went, with energy and every element accounted for
 * @throws RangeError for a lot that is not in the charge
 * @source furnace of two nodes (#core/furnace-model), zinc and hydrogen of #core/melt; dross, flare and spatter are
 *   engineering estimates in data/rehearsal.json
 * @example rehearse(copperHeat, [], 1).end.celsius > 25 // true
 */
export function rehearse(scenario: Scenario, acts: readonly Act[], untilS: number): Rehearsed {
  return new Run(scenario).until(acts, untilS)
}

/**
 * A rehearsal under way: acts are done as they come, time passes as it is let.
 * @param acts done so far, in order of time
 * @example openRehearsal(copperHeat).now.celsius // 25
 */
export function openRehearsal(scenario: Scenario, acts: readonly Act[] = []): Rehearsal {
  const run = new Run(scenario)
  for (const act of acts) {
    run.go(act.atS - 1e-9)
    run.act(act)
  }
  return run
}
export type Rehearsal = Pick<Run, 'now' | 'trace' | 'poured' | 'act' | 'go'>

class Run {
  readonly #scenario: Scenario
  readonly #metal: string
  readonly #surfaceCm2: number
  readonly #now: Standing
  readonly #fire: Fire = { heatKJ: 0, liningC: ROOM_C, given: 0, enteredKJ: 0, lostKJ: 0 }
  readonly #trace: Rehearsed['trace'] = []
  readonly #charged: Record<string, number> = {}
  readonly #inDross: Record<string, number> = {}
  #charge: ChargeHeat
  #poured: Poured | null = null
  /** radiated off the charge itself, kJ */
  #openKJ = 0

  constructor(scenario: Scenario) {
    this.#scenario = scenario
    this.#metal = metalOfPractice(scenario.practice)
    this.#surfaceCm2 = meltSurface(scenario.brimCm3)
    this.#now = {
      atS: 0,
      celsius: ROOM_C,
      liningC: ROOM_C,
      power: 1,
      lid: true,
      cover: 'bare',
      lifted: false,
      liquidusC: scenario.liquidusC,
      solidusC: scenario.solidusC,
      grams: {},
      meltG: 0,
      zincLostG: 0,
      zincChargedG: 0,
      drossG: 0,
      skimmedG: 0,
      gasCm3: 0.05,
      added: [],
      deoxidised: false,
      foldedG: 0,
      happened: [],
    }
    for (const lot of scenario.lots.slice(0, scenario.begins)) this.#take(lot)
    this.#charge = this.#heatNow()
    this.#fire.heatKJ = this.#charge.at(ROOM_C)
    this.#beganKJ = this.#fire.heatKJ
    this.#trace.push({ atS: 0, celsius: ROOM_C })
  }
  #beganKJ = 0
  #addedKJ = 0

  get now(): Readonly<Standing> {
    return this.#now
  }
  get trace(): Rehearsed['trace'] {
    return this.#trace
  }
  get poured(): Poured | null {
    return this.#poured
  }

  /** Does something now. */
  act(act: Act): void {
    if (!this.#poured) this.#do(act)
  }
  /** Lets time pass, until it is poured at the longest. */
  go(untilS: number): void {
    while (this.#now.atS < untilS && !this.#poured) this.#step()
  }

  until(acts: readonly Act[], untilS: number): Rehearsed {
    const inTurn = acts.map((act, at) => ({ act, at })).sort((a, b) => a.act.atS - b.act.atS || a.at - b.at)
    for (const { act } of inTurn) {
      if (act.atS > untilS) break
      this.go(act.atS - 1e-9)
      this.act(act)
    }
    this.go(untilS)
    const now = this.#now
    const account = {
      entered: this.#fire.enteredKJ,
      inCharge: this.#fire.heatKJ - this.#beganKJ - this.#addedKJ,
      inLining: this.#scenario.furnace.liningKJK * (this.#fire.liningC - ROOM_C),
      lost: this.#fire.lostKJ + this.#openKJ,
    }
    return {
      trace: this.#trace,
      end: { ...now, grams: { ...now.grams }, added: [...now.added], happened: [...now.happened] },
      poured: this.#poured,
      account,
      charged: this.#charged,
      inDross: this.#inDross,
    }
  }

  #step(): void {
    const now = this.#now
    const { furnace } = this.#scenario
    const before = now.celsius
    if (now.lifted) this.#radiate(losesLifted(now.celsius, this.#surfaceCm2))
    else {
      burn(this.#fire, furnace, now.celsius, now.power, STEP_S)
      const { emissivity, lidLets } = ANSWERS.mouth
      const bare = (radiated(now.celsius) * emissivity * this.#surfaceCm2) / 0.8
      this.#radiate(bare * (now.lid ? lidLets : 1))
    }
    now.celsius = this.#charge.temperature(this.#fire.heatKJ)
    now.liningC = this.#fire.liningC
    now.atS += STEP_S
    if (before < now.liquidusC && now.celsius >= now.liquidusC) this.#happen('molten')
    if (now.lifted && before >= now.solidusC && now.celsius < now.solidusC + FROZEN_C) this.#happen('frozen')
    if (Math.round(now.atS) % CHEMISTRY_EVERY_S === 0) this.#chemistry(CHEMISTRY_EVERY_S / 60)
    if (Math.round(now.atS) % TRACE_EVERY_S === 0) this.#trace.push({ atS: now.atS, celsius: now.celsius })
  }

  /** @param watts out of the charge itself */
  #radiate(watts: number): void {
    const kJ = (watts * STEP_S) / 1000
    this.#fire.heatKJ -= kJ
    this.#openKJ += kJ
  }

  #chemistry(minutes: number): void {
    const now = this.#now
    if (now.celsius < now.liquidusC || now.meltG <= 0) return
    const factor = byId(COVERS, now.cover).factor
    const zinc = now.grams.Zn ?? 0
    if (zinc > 0 && this.#metal === 'Cu') {
      const pressure = zincPressure(this.#composition(), now.celsius)
      this.#lose('Zn', Math.min(zinc, startingRate() * this.#surfaceCm2 * pressure * factor * minutes))
    }
    const { gPerCm2Min, doublesEveryC } = ANSWERS.dross
    const over = now.celsius - now.liquidusC
    const rate = (gPerCm2Min[this.#metal] ?? 0) * Math.exp((DOUBLE * over) / doublesEveryC)
    this.#toDross(rate * this.#surfaceCm2 * factor * minutes)
    if (this.#metal === 'Al') {
      const { atm, tauMin } = ANSWERS.gas
      const holds = hydrogenSolubilityAl(Math.max(661, now.celsius), atm)
      now.gasCm3 += (holds - now.gasCm3) * (1 - Math.exp(-minutes / tauMin))
    }
  }

  /** Metal that burns into dross, of everything alike. */
  #toDross(grams: number): void {
    const now = this.#now
    const share = Math.min(1, grams / Math.max(1e-9, now.meltG))
    for (const [symbol, here] of Object.entries(now.grams)) {
      this.#inDross[symbol] = (this.#inDross[symbol] ?? 0) + share * here
      now.grams[symbol] = here * (1 - share)
    }
    now.drossG += share * now.meltG
    now.meltG *= 1 - share
  }

  #lose(symbol: string, grams: number): void {
    const now = this.#now
    now.grams[symbol] = (now.grams[symbol] ?? 0) - grams
    now.meltG -= grams
    if (symbol === 'Zn') now.zincLostG += grams
  }

  #composition(): Composition {
    const { grams, meltG } = this.#now
    return Object.fromEntries(Object.entries(grams).map(([symbol, g]) => [symbol, (100 * g) / meltG]))
  }

  /** A lot into the pot: its metal, and what is not metal as dross. */
  #take({ id, massG, metallicYield, composition }: RehearsalLot): void {
    const now = this.#now
    const named = Object.values(composition).reduce((sum, pct) => sum + pct, 0)
    for (const [symbol, pct] of Object.entries(composition)) {
      const grams = (massG * metallicYield * pct) / named
      now.grams[symbol] = (now.grams[symbol] ?? 0) + grams
      this.#charged[symbol] = (this.#charged[symbol] ?? 0) + grams
      now.meltG += grams
      if (symbol === 'Zn') now.zincChargedG += grams
    }
    now.drossG += massG * (1 - metallicYield)
    now.added.push(id)
  }

  #heatNow(): ChargeHeat {
    this.#meltsAt()
    const { meltG, liquidusC, solidusC } = this.#now
    return chargeHeat({
      composition: this.#composition(),
      metalG: meltG,
      crucibleG: this.#scenario.crucibleG,
      solidusC,
      liquidusC,
    })
  }

  /** The alloy's own liquidus once all is in it; of what is in it so far, the estimate. */
  #meltsAt(): void {
    const now = this.#now
    const { lots, liquidusC, solidusC } = this.#scenario
    const whole = lots.every(({ id }) => now.added.includes(id))
    const estimate = whole ? null : estimateLiquidus(this.#composition())
    now.liquidusC = estimate?.liquidusC ?? liquidusC
    now.solidusC = now.liquidusC - Math.max(1, liquidusC - solidusC)
  }

  #do(act: Act): void {
    const now = this.#now
    switch (act.do) {
      case 'power':
        now.power = Math.min(1, Math.max(0, act.to))
        return
      case 'lid':
        now.lid = act.on
        return
      case 'cover':
        now.cover = act.cover
        return
      case 'add':
        return this.#add(byId(this.#scenario.lots, act.lot), act.preheated)
      case 'stir':
        // What floats is turned under, unless it was skimmed before.
        now.foldedG += Math.min(now.drossG, ANSWERS.dross.stirG * now.meltG)
        return
      case 'skim':
        this.#toDross((ANSWERS.dross.metalShare / (1 - ANSWERS.dross.metalShare)) * now.drossG)
        now.skimmedG += now.drossG
        now.drossG = 0
        return
      case 'degas': {
        const { degasTauMin, floorAtm } = ANSWERS.gas
        if (this.#metal !== 'Al' || now.celsius < 661) return
        const floor = hydrogenSolubilityAl(now.celsius, floorAtm)
        now.gasCm3 = floor + (now.gasCm3 - floor) * Math.exp(-act.minutes / degasTauMin)
        return
      }
      case 'deoxidise':
        now.deoxidised = true
        return
      case 'lift':
        now.lifted = true
        return
      case 'pour':
        this.#poured = this.#pour()
        this.#happen('poured')
    }
  }

  #add(lot: RehearsalLot, preheated: boolean): void {
    const now = this.#now
    if (now.added.includes(lot.id)) return
    const molten = now.celsius >= now.liquidusC
    this.#take(lot)
    // Cold metal under a melt may be damp: some of the melt is thrown out.
    if (molten && !preheated) {
      this.#happen('spat', lot.id)
      this.#toDross(ANSWERS.cold.spatsShare * lot.massG)
    }
    const zinc = ((lot.composition.Zn ?? 0) / 100) * lot.massG * lot.metallicYield
    if (molten && zinc > 0) {
      const pressure = zincPressure(this.#composition(), now.celsius)
      const { overAtm, lostShare } = ANSWERS.flare
      if (pressure > overAtm) {
        this.#happen('flare', lot.id)
        this.#lose('Zn', zinc * lostShare)
      }
    }
    const before = this.#fire.heatKJ
    this.#charge = this.#heatNow()
    // It brings no heat but what it was warmed to: the melt is chilled by it.
    const brought = preheated ? this.#warmth(lot) : 0
    this.#fire.heatKJ = before + brought
    this.#addedKJ += brought
    now.celsius = this.#charge.temperature(this.#fire.heatKJ)
  }

  /** Heat in a piece warmed beside the furnace to 200 °C, kJ. */
  #warmth({ composition, massG }: RehearsalLot): number {
    const pot = { composition, metalG: massG, crucibleG: 0, solidusC: 1500, liquidusC: 1501 }
    return chargeHeat(pot).at(200)
  }

  #happen(what: Happened, lot?: string): void {
    this.#now.happened.push({ atS: this.#now.atS, what, ...(lot === undefined ? {} : { lot }) })
  }

  #pour(): Poured {
    const now = this.#now
    const { furnace } = this.#scenario
    const composition = this.#composition()
    const fuelKJ = this.#fire.enteredKJ / furnace.enters
    const superheatC = now.celsius - now.liquidusC
    const base = {
      atS: now.atS,
      celsius: now.celsius,
      superheatC,
      composition,
      meltG: now.meltG,
      zincLostG: now.zincLostG,
      drossG: now.drossG + now.skimmedG,
      gasCm3: now.gasCm3,
      fuelKJ,
    }
    return { ...base, faults: this.#faults(superheatC, composition) }
  }

  #faults(superheatC: number, composition: Composition): CastingFault[] {
    const now = this.#now
    const { lots, window, limits, deoxidised, degassed } = this.#scenario
    if (superheatC <= 0) return ['nothing-poured']
    const faults: CastingFault[] = []
    const leastC = window.fromC - this.#scenario.liquidusC
    if (superheatC < leastC / 2) faults.push('misrun')
    else if (superheatC < leastC) faults.push('cold-shut')
    if (now.celsius > window.toC + 30) faults.push('burnt-sand')
    if (degassed && now.gasCm3 > ANSWERS.gas.poresCm3) faults.push('gas-pores')
    if (deoxidised && !now.deoxidised) faults.push('steam-pores')
    if (now.drossG + now.foldedG > (ANSWERS.skins.gPerKg * now.meltG) / 1000) faults.push('oxide-skins')
    if (lots.some(({ id }) => !now.added.includes(id))) faults.push('lots-left')
    const outside = Object.entries(limits).some(([symbol, { min = 0, max = 100 }]) => {
      const pct = composition[symbol] ?? 0
      return pct < min - 1e-6 || pct > max + 1e-6
    })
    if (outside) faults.push('out-of-limits')
    return faults
  }
}
