import type { Composition } from '#core/composition'
import { estimateLiquidus, metalOfPractice } from '#core/families'
import {
  bareMelt,
  burn,
  chargeHeat,
  FURNACE_MODEL,
  liftedHeatLoss,
  type ChargeHeat,
  type Fire,
} from '#core/furnace-model'
import { hydrogenSolubilityAl, meltSurface, zincPressure } from '#core/melt'
import { byId } from '#core/lists'
import { zincFume, sharesOf, loseToSpill, holdMelt, toDross } from './melt-stands'
import { castFills, castingFaults, densityIndexOf } from './outcome'
import type { Act, CastingFault, Happened, Mishap, MishapKind, RehearsalLot, Scenario } from './scenario'
import type { Poured, Rehearsed, Standing } from './standing'
import { ANSWERS } from './table'

const STEP_S = 1
const TIMED: ReadonlySet<MishapKind> = new Set(['weeps', 'gas-low', 'helper-late'])
const TRACE_EVERY_S = 5
const CHEMISTRY_EVERY_S = 15
const ROOM_C = 25
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
  /** radiated off the charge itself, and gone with metal that ran out, kJ */
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
      gasCm3: ANSWERS.gas.beginsCm3,
      added: [],
      deoxidised: false,
      foldedG: 0,
      spilled: {},
      bottleAtS: null,
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
  /** what there was of zinc beside the charge */
  #zincTimes = 0

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
      end: {
        ...now,
        grams: { ...now.grams },
        added: [...now.added],
        happened: [...now.happened],
        spilled: { ...now.spilled },
      },
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
    if (now.lifted) this.#radiate(liftedHeatLoss(now.celsius, this.#surfaceCm2))
    else {
      burn(this.#fire, furnace, now.celsius, this.#fireNow(), STEP_S, now.lid ? 0 : this.#surfaceCm2)
      this.#radiate(bareMelt(now.celsius, this.#surfaceCm2) * FURNACE_MODEL.mouth.lidLets)
    }
    now.celsius = this.#charge.temperature(this.#fire.heatKJ)
    now.liningC = this.#fire.liningC
    now.atS += STEP_S
    this.#mishaps()
    if (before < now.liquidusC && now.celsius >= now.liquidusC) this.#happen('molten')
    const frozenC = now.solidusC + FROZEN_C
    if (now.lifted && before >= frozenC && now.celsius < frozenC) this.#happen('frozen')
    if (Math.round(now.atS) % CHEMISTRY_EVERY_S === 0) this.#stand(CHEMISTRY_EVERY_S / 60)
    if (Math.round(now.atS) % TRACE_EVERY_S === 0) this.#trace.push({ atS: now.atS, celsius: now.celsius })
  }

  /** What comes out of the burner: less of it near the end of the bottle, none while it is changed. */
  #fireNow(): number {
    const { power, bottleAtS, atS } = this.#now
    if (bottleAtS !== null && atS < bottleAtS) return 0
    const low = bottleAtS === null && this.#since('gas-low')
    return low ? power * ANSWERS.gasLow.falls : power
  }

  #since = (what: Happened): boolean => this.#now.happened.some((one) => one.what === what)

  /** Of the mishaps those that come at a moment of their own. */
  get #comes(): readonly Mishap[] {
    return (this.#timed ??= (this.#scenario.mishaps ?? []).filter(({ what }) => TIMED.has(what)))
  }
  #timed: readonly Mishap[] | null = null

  /** What happens by itself at this moment. */
  #mishaps(): void {
    if (this.#comes.length === 0) return
    const now = this.#now
    const once = (what: Happened, atS: number) => {
      if (now.atS >= atS && !this.#since(what)) this.#happen(what)
    }
    for (const one of this.#comes) {
      if (one.what === 'gas-low') once('gas-low', one.atS)
      if (one.what === 'helper-late') {
        once('helper-late', one.toldS)
        once('helper-here', one.atS)
      }
      if (one.what === 'weeps' && now.celsius >= now.liquidusC && !now.lifted) once('weeps', one.atS)
    }
  }

  /** @param watts out of the charge itself */
  #radiate(watts: number): void {
    const kJ = (watts * STEP_S) / 1000
    this.#fire.heatKJ -= kJ
    this.#openKJ += kJ
  }

  /** What time does to a melt: fume, dross, gas; and a crucible that lets it through. */
  #stand(minutes: number): void {
    const now = this.#now
    if (now.celsius < now.liquidusC || now.meltG <= 1) return
    holdMelt(now, { metal: this.#metal, surfaceCm2: this.#surfaceCm2, inDross: this.#inDross }, minutes)
    if (!this.#since('weeps')) return
    loseToSpill(now, ANSWERS.weeps.shareMin * minutes)
    const before = this.#fire.heatKJ
    this.#charge = this.#heatNow()
    this.#fire.heatKJ = this.#charge.at(now.celsius)
    this.#openKJ += before - this.#fire.heatKJ
  }

  #toDross = (grams: number): void => toDross(this.#now, this.#inDross, grams)
  #composition = (): Composition => sharesOf(this.#now)

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
      case 'zinc':
        return this.#add(
          {
            id: `zinc put back ${++this.#zincTimes}`,
            name: 'Zn',
            massG: act.massG,
            metallicYield: 1,
            composition: { Zn: 100 },
          },
          act.preheated,
        )
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
      case 'cold-tool':
        if (now.celsius >= now.liquidusC) this.#happen('spat')
        return
      case 'deoxidise':
        // In a pot that is not molten through it lies on top and burns.
        if (now.celsius >= now.liquidusC) now.deoxidised = true
        return
      case 'bottle':
        now.bottleAtS = now.atS + ANSWERS.gasLow.changeS
        return
      case 'lift':
        now.lifted = true
        if (this.#since('weeps')) this.#end('gave-way')
        return
      case 'stop':
        return this.#end('stopped')
      case 'pour':
        this.#end('poured', act.fallMm)
    }
  }

  #end(how: Poured['how'], fallMm = 0): void {
    this.#poured = this.#pour(how, fallMm)
    this.#happen(how)
  }
  #damp = (id: string): boolean =>
    this.#scenario.mishaps?.some((one) => one.what === 'damp' && one.lot === id) ?? true

  #add(lot: RehearsalLot, preheated: boolean): void {
    const now = this.#now
    if (now.added.includes(lot.id)) return
    const molten = now.celsius >= now.liquidusC
    this.#take(lot)
    // Damp metal under a melt: some of the melt is thrown out.
    if (molten && !preheated && this.#damp(lot.id)) {
      this.#happen('spat', lot.id)
      this.#toDross(ANSWERS.cold.spatsShare * lot.massG)
    }
    const zinc = ((lot.composition.Zn ?? 0) / 100) * lot.massG * lot.metallicYield
    if (molten && zinc > 0) {
      const pressure = zincPressure(this.#composition(), now.celsius)
      const { overAtm, lostShare } = ANSWERS.flare
      if (pressure > overAtm) {
        this.#happen('flare', lot.id)
        zincFume(now, zinc * lostShare)
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

  #pour(how: Poured['how'], fallMm: number): Poured {
    const now = this.#now
    const scenario = this.#scenario
    const composition = this.#composition()
    const superheatC = now.celsius - now.liquidusC
    const castings = how === 'poured' ? castFills(scenario, composition, superheatC) : []
    const faults: Readonly<Record<Poured['how'], () => CastingFault[]>> = {
      poured: () => castingFaults({ scenario, now, composition, fallMm }, castings),
      stopped: () => [],
      'gave-way': () => ['gave-way'],
    }
    return {
      how,
      atS: now.atS,
      celsius: now.celsius,
      superheatC,
      composition,
      meltG: now.meltG,
      zincLostG: now.zincLostG,
      drossG: now.drossG + now.skimmedG,
      gasCm3: now.gasCm3,
      densityIndexPct: this.#metal === 'Al' ? densityIndexOf(now.gasCm3) : null,
      fuelKJ: this.#fire.enteredKJ / scenario.furnace.enters,
      spilledG: Object.values(now.spilled).reduce((sum, g) => sum + g, 0),
      castings,
      faults: faults[how](),
    }
  }
}
