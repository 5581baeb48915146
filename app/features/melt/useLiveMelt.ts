import { computed, onMounted } from 'vue'
import { zincLeast, zincWanted } from '#core/alloys'
import { predictMelt } from '#core/charge'
import { factsOf } from '#core/families'
import { heatWindow, weighedCharge } from '#core/heat'
import {
  gasReasons,
  hydrogenGuess,
  magnesiumLeft,
  meltSurface,
  practiceInForce,
  topUp,
  ZINC_DOUBT,
  zincLoss,
} from '#core/melt'
import type { CoverId } from '#core/melt'
import { useTaught } from '~/shared/learning/taught-store'
import { useYard } from '~/storage/yard-store'
import { useLiar } from './useLiar'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'
import { useFurnaceEnergy } from '~/shared/gear/useFurnaceEnergy'
import { useLearning } from '~/shared/learning/useLearning'

/** A melt with less zinc than this has none to speak of, wt%. */
const ZINC_WORTH_PCT = 0.5
const AHEAD_MIN = 5

/** What is likely in the crucible now, from the log: estimates, never shown as measured. */
export function useLiveMelt(
  log: MeltLog,
  { liquidus, planned, stateOf }: Pick<RunSheet, 'liquidus' | 'planned' | 'stateOf'>,
) {
  const yard = useYard()
  const { brimOf } = useFurnaceEnergy()
  const { zincRate } = useLearning()
  const taught = useTaught()
  // Until the heats have told, and where they cannot, the starting rate.
  onMounted(() => void taught.learned().catch(() => {}))
  const { heat, trace, nowMin, minutesAt, entries } = log
  const latest = computed(() => trace.value.at(-1) ?? null)
  const { liar } = useLiar(log, liquidus)
  /** The thermocouple was found out: what it shows in this heat is no temperature. */
  const distrusted = computed(() => liar.value !== null)
  const superheat = computed(() =>
    latest.value && liquidus.value && !distrusted.value
      ? latest.value.celsius - liquidus.value.liquidusC
      : null,
  )
  const window = computed(() => (heat.value ? heatWindow(heat.value) : null))
  /** Minutes until it has cooled to the foot of the pour window; null while it does not cool. */
  const windowLeft = computed(() => {
    const [before, last] = trace.value.slice(-2)
    if (!before || !last || !window.value || distrusted.value) return null
    const perMin = (before.celsius - last.celsius) / Math.max(0.1, last.atMin - before.atMin)
    if (perMin <= 0 || last.celsius > window.value.toC) return null
    return Math.max(0, (last.celsius - window.value.fromC) / perMin - (nowMin.value - last.atMin))
  })
  const surfaceCm2 = computed(() => meltSurface(brimOf(heat.value ?? {})))
  /** What went in, nothing lost yet. */
  const charged = computed(() => (heat.value ? predictMelt(weighedCharge(heat.value.weighed), {}) : null))
  /** The first zinc-bearing metal in the melt. */
  const bearingFrom = (symbol: string, abovePct: number) => {
    const step = planned.value.find(
      (one) =>
        stateOf(one)?.skipped === false &&
        one.lots?.some(({ composition }) => (composition[symbol] ?? 0) > abovePct),
    )
    const done = step && stateOf(step)
    return done ? minutesAt(done.at) : null
  }
  const facts = computed(() => (heat.value?.alloy ? factsOf(heat.value.alloy) : null))
  const zincFrom = computed(() => bearingFrom('Zn', 1))
  const cover = computed(() => {
    const alloy = heat.value?.alloy
    const chosen = heat.value?.practices ?? {}
    // Heats of earlier versions told their cover apart.
    if (!chosen.cover && heat.value?.cover) return heat.value.cover
    return (
      (alloy && practiceInForce(alloy, 'cover', chosen, yard.practices)?.practice.cover) ??
      ('glass' as CoverId)
    )
  })
  const zinc = computed(() => {
    const melt = charged.value
    const alloy = heat.value?.alloy
    if (
      !alloy ||
      !facts.value?.loses.includes('Zn') ||
      !melt ||
      melt.tapMassG <= 0 ||
      trace.value.length === 0
    )
      return null
    if (distrusted.value) return null
    const { '?': _, ...composition } = melt.composition
    const { Zn: beganPct = 0 } = composition
    if (zincFrom.value === null || beganPct < ZINC_WORTH_PCT) return null
    const ask = {
      meltG: melt.tapMassG,
      composition,
      surfaceCm2: surfaceCm2.value,
      cover: cover.value,
      trace: trace.value,
      fromMin: zincFrom.value,
      toMin: Math.max(zincFrom.value, nowMin.value),
    }
    const rate = zincRate.value.value
    const mid = zincLoss({ ...ask, rate })
    const ahead = zincLoss({ ...ask, rate, toMin: ask.toMin + AHEAD_MIN })
    return {
      beganPct,
      leftPct: mid.leftPct,
      fromPct: zincLoss({ ...ask, rate: rate * ZINC_DOUBT }).leftPct,
      toPct: zincLoss({ ...ask, rate: rate / ZINC_DOUBT }).leftPct,
      aheadG: ahead.lostG - mid.lostG,
      limit: zincLeast(alloy),
      topUpG: topUpOf(melt.tapMassG, mid.leftPct),
    }
  })
  /** Pure zinc that brings it back to where the plan had it, once it is below its limit by the estimate. */
  function topUpOf(meltG: number, leftPct: number): number {
    const alloy = heat.value?.alloy
    const floor = alloy ? zincLeast(alloy) : null
    if (!alloy || floor === null || leftPct >= floor) return 0
    const wanted = Math.min(99, zincWanted(alloy))
    return topUp(meltG, leftPct, wanted, 100)
  }
  const magnesium = computed(() => {
    const melt = charged.value
    const began = melt?.composition.Mg ?? 0
    const from = bearingFrom('Mg', 0.05)
    const alloy = heat.value?.alloy
    if (
      !alloy ||
      !facts.value?.loses.includes('Mg') ||
      began < 0.02 ||
      from === null ||
      trace.value.length === 0
    )
      return null
    return {
      beganPct: began,
      ...magnesiumLeft(began, trace.value, from, Math.max(from, nowMin.value)),
      limit: alloy.limits.Mg?.min ?? null,
    }
  })
  const gas = computed(() => {
    const current = heat.value
    if (!current?.alloy || current.weighed.length === 0) return []
    const lots = current.weighed.map(({ lotId }) => yard.records.lots[lotId])
    const base = current.done.base
    return gasReasons({
      wantsDegassing: facts.value?.degassed ?? false,
      coatings: lots.flatMap((lot) => lot?.coatings ?? []),
      forms: current.weighed.map(({ form }) => form),
      superheatC:
        trace.value.length > 0 && liquidus.value && !distrusted.value
          ? Math.max(...trace.value.map(({ celsius }) => celsius)) - liquidus.value.liquidusC
          : null,
      heldMin: base && !base.skipped ? nowMin.value - minutesAt(base.at) : 0,
      degassed:
        (!!current.done.degas && !current.done.degas.skipped) ||
        entries.value.some(({ kind }) => kind === 'degas'),
    })
  })
  const degasMin = computed(() =>
    entries.value.reduce((sum, { kind, minutes, gas: with_ }) => {
      const bubbled = kind === 'degas' && with_ !== 'none'
      return bubbled ? sum + (minutes ?? 0) : sum
    }, 0),
  )
  const hydrogen = computed(() => {
    if (!facts.value?.degassed || trace.value.length === 0 || distrusted.value) return null
    const hottest = Math.max(...trace.value.map(({ celsius }) => celsius))
    const reasons = gas.value.filter((reason) => reason !== 'not-degassed').length
    return hottest > 665 ? hydrogenGuess(hottest, reasons, degasMin.value) : null
  })
  return {
    latest,
    distrusted,
    superheat,
    window,
    windowLeft,
    zinc,
    magnesium,
    hydrogen,
    gas,
    cover,
    facts,
    liquidus,
    aheadMin: AHEAD_MIN,
  }
}

export type LiveMelt = ReturnType<typeof useLiveMelt>
