import { useDebounceFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { predictMelt } from '#core/charge'
import { heatingLimit, KNOWN_BY_HEATS, meltEffort, tellsFromCold } from '#core/gear'
import {
  chargeHeat,
  passesAt,
  staysAbove,
  type ChargeInPot,
  type Forecast,
  type ForecastAsk,
  type ForecastSpan,
} from '#core/furnace-model'
import { heatWindow, weighedCharge } from '#core/heat'
import { estimateLiquidus } from '#core/families'
import { meltSurface, type RunStep } from '#core/melt'
import { totalG } from '#core/lists'
import { nominalWhole } from '#core/alloys'
import { useFurnaceEnergy } from '~/shared/gear/useFurnaceEnergy'
import { useGear } from '~/shared/gear/useGear'
import { useEstimates } from '~/shared/engines/useEstimates'
import { why } from '~/storage/why'
import { useForecastAfter } from './useForecastAfter'
import type { LiveMelt } from './useLiveMelt'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'

/** Where an alloy does not tell its solidus it is taken so far under the liquidus, °C. Estimate. */
const USUAL_RANGE_C = 60
/** Readings so far from the curve are of no furnace at full power, °C. */
const STRANGE_C = 30
const SETTLED_MS = 400
const ROOM_C = 25
/** A melt bears an addition once it is so far over its liquidus, °C. */
const BEARS_C = 25

/** When the metal will be as hot as it is to be poured, from the readings so far. */
export function useForecast(
  log: MeltLog,
  { liquidus, planned, steps, stateOf }: Pick<RunSheet, 'liquidus' | 'planned' | 'steps' | 'stateOf'>,
  live: LiveMelt,
) {
  const { heat, trace, settings, setting, startMs } = log
  const { furnaces, crucibles } = useGear()
  const { brimOf, potOf, heatTaken, learnedOf } = useFurnaceEnergy()
  const found = shallowRef<Forecast | null>(null)
  /** where the fire is down or the lid off: when it would be there with both as they should be from now on */
  const atFull = shallowRef<ForecastSpan | null>(null)
  const fault = ref('')

  const furnace = computed(
    () =>
      furnaces.value.find(({ id }) => id === heat.value?.furnaceId) ??
      (furnaces.value.length === 1 ? (furnaces.value[0] ?? null) : null),
  )
  const window = computed(() => (heat.value ? heatWindow(heat.value) : null))
  const brimCm3 = computed(() => (heat.value ? brimOf(heat.value) : 0))
  const mouthCm2 = computed(() => meltSurface(brimCm3.value))
  /** The crucible by itself, and where the alloy melts. */
  const vessel = computed(() => {
    const alloy = heat.value?.alloy
    if (!alloy || !liquidus.value) return null
    const { liquidusC } = liquidus.value
    return {
      crucibleG: potOf(heat.value!).potG,
      solidusC: Math.min(alloy.solidusC ?? liquidusC - USUAL_RANGE_C, liquidusC - 1),
      liquidusC,
    }
  })
  /** What is in it by the ticks of the sheet, where more is to come; and when that came in. */
  const sofar = computed(() => {
    const lots = (all: readonly RunStep[]) => all.flatMap((step) => step.lots ?? [])
    const adds = planned.value.filter(({ kind }) => kind === 'base' || kind === 'add')
    const inPot = adds.filter((step) => step.kind === 'base' || stateOf(step)?.skipped === false)
    const coming = adds.filter((step) => !stateOf(step) && !inPot.includes(step))
    const ticked = inPot.flatMap((step) => (step.kind === 'add' ? (stateOf(step)?.at ?? []) : []))
    return {
      lots: lots(inPot),
      coming: lots(coming),
      bearsC: coming[0]?.meltC?.fromC ?? null,
      sinceMin: ticked.length > 0 ? Math.max(...ticked.map(log.minutesAt)) : null,
    }
  })
  const pot = computed<ChargeInPot | null>(() => {
    const current = heat.value
    if (!current?.alloy || !vessel.value) return null
    const weighedG = totalG(current.weighed)
    const metalG = weighedG > 0 ? weighedG : (current.tapMassG ?? 0)
    if (metalG <= 0) return null
    const { '?': _, ...predicted } =
      weighedG > 0 ? predictMelt(weighedCharge(current.weighed), {}).composition : {}
    const composition = Object.keys(predicted).length > 0 ? predicted : nominalWhole(current.alloy)
    return { composition, metalG, ...vessel.value }
  })
  const learned = computed(() => furnace.value && learnedOf(furnace.value, heat.value?.id))
  const byItsHeats = computed(() => (learned.value?.heats ?? 0) >= KNOWN_BY_HEATS)
  /**
   * What the furnace's own heats took, from two on; before, what one of its kind usually takes, as Gear says it, where
   * that tells anything from cold.
   */
  const expectedMin = computed(() => {
    const taken = heat.value && heatTaken(heat.value)
    if (!furnace.value || !taken || !learned.value || !pot.value || !window.value) return null
    if (!tellsFromCold(furnace.value, learned.value.heats)) return null
    const whole = chargeHeat(pot.value)
    const heatKJ = byItsHeats.value
      ? taken.metalKJ + taken.crucibleKJ
      : whole.at(window.value.usualC) - whole.at(ROOM_C)
    return meltEffort(furnace.value, heatKJ, learned.value.forecast(heatKJ)).minutes
  })
  const poured = computed(() => !!heat.value?.done.pour)
  /** The charge so far, where some of it is still to go in. */
  const part = computed<ChargeInPot | null>(() => {
    const { lots, coming } = sofar.value
    const metalG = totalG(lots)
    if (coming.length === 0 || metalG <= 0 || !vessel.value) return null
    const { '?': _, ...composition } = predictMelt(
      lots.map(({ lotId, massG, composition: of }) => ({ massG, lot: { id: lotId, composition: of } })),
      {},
    ).composition
    const liquidusC = estimateLiquidus(composition)?.liquidusC ?? vessel.value.liquidusC
    const range = vessel.value.liquidusC - vessel.value.solidusC
    return { composition, metalG, crucibleG: vessel.value.crucibleG, liquidusC, solidusC: liquidusC - range }
  })
  const ask = computed<ForecastAsk | null>(() => {
    if (!furnace.value || !pot.value || !window.value || poured.value || heat.value?.loggedAt) return null
    // What was read of less metal says nothing of how this much warms.
    const fromMin = sofar.value.sinceMin ?? -Infinity
    const readings = live.distrusted.value
      ? []
      : trace.value
          .filter(({ atMin }) => atMin > fromMin)
          .map(({ atMin, celsius }) => ({ atS: atMin * 60, celsius }))
    return {
      pot: part.value ?? pot.value,
      later: part.value && {
        pot: pot.value,
        atC: sofar.value.bearsC ?? part.value.liquidusC + BEARS_C,
      },
      fuel: furnace.value.fuel,
      powerKw: furnace.value.powerKw,
      readings,
      nowS: readings.at(-1)?.atS ?? Math.max(0, 60 * fromMin),
      targetC: window.value.usualC,
      expectedMin: expectedMin.value,
      fire: settings.value.fire,
      lid: { mouthCm2: mouthCm2.value, changes: settings.value.lid },
    }
  })
  const turned = computed(() => setting.value.fire < 1 || setting.value.lidOff)
  let asked = 0
  const look = useDebounceFn(async (question: ForecastAsk) => {
    const mine = ++asked
    try {
      const plain = JSON.parse(JSON.stringify(question)) as ForecastAsk
      const answer = await useEstimates().ask((worker) => worker.forecast(plain))
      const full = turned.value ? withAllUp(plain) : null
      const upAgain = full && (await useEstimates().ask((worker) => worker.forecast(full))).reachesS
      if (mine !== asked) return
      ;[found.value, fault.value] = [answer, '']
      atFull.value = upAgain
    } catch (error) {
      if (mine === asked) fault.value = why(error)
    }
  }, SETTLED_MS)
  watch(
    () => JSON.stringify(ask.value),
    () => {
      if (ask.value) void look(ask.value)
      else {
        asked++
        found.value = null
      }
    },
    { immediate: true },
  )
  onScopeDispose(() => asked++)

  const isHot = computed(
    () =>
      !live.distrusted.value && !!window.value && (live.latest.value?.celsius ?? -1) >= window.value.usualC,
  )
  /** The readings are of no furnace at full power: turned down, opened, or the charge was changed. */
  const strange = computed(() => (found.value?.offC ?? 0) > STRANGE_C)
  /** Seconds from lifting it until it is too cold to pour; null while it is not in the window. */
  const liftedS = computed(() => {
    const latest = live.latest.value
    if (!pot.value || !window.value || !latest || live.distrusted.value) return null
    if (latest.celsius < window.value.fromC) return null
    return staysAbove(chargeHeat(pot.value), latest.celsius, window.value.fromC, mouthCm2.value)
  })
  const begun = computed(() => (ask.value?.readings.length ?? 0) > 0)
  /** The next addition that waits for a heat of the melt, and when that will be there. */
  const nextAdded = computed(() => {
    const step = steps.value.find((one) => one.kind === 'add' && !stateOf(one))
    const latest = live.latest.value?.celsius ?? -1
    if (!step?.meltC || !found.value || !begun.value || latest >= step.meltC.fromC) return null
    const when = passesAt(found.value.ahead, step.meltC.fromC)
    return when && { step, when }
  })
  const { distrusted } = live
  /** The soonest the melt may be there at the crucible's own rate, where the furnace alone would be sooner. */
  const slowed = computed(() => {
    const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
    const reaches = found.value?.reachesS
    if (!crucible || !window.value || !reaches || isHot.value) return null
    const latest = distrusted.value ? null : live.latest.value
    const limit = heatingLimit(crucible, window.value.usualC, latest?.celsius)
    if (!limit) return null
    const atS = 60 * (limit.minutes + (latest ? log.nowMin.value : 0))
    return atS > reaches.mid ? { cPerH: limit.cPerH, atS } : null
  })
  const afterwards = useForecastAfter(log, { mouthCm2, pot, furnace, window, distrusted })
  return {
    found,
    atFull,
    setting,
    turned,
    byItsHeats,
    fault,
    furnace,
    window,
    vessel,
    brimCm3,
    isHot,
    strange,
    liftedS,
    begun,
    startMs,
    asks: computed(() => !!ask.value),
    distrusted,
    nextAdded,
    nowMin: log.nowMin,
    afterwards,
    slowed,
  }
}
/** The same with the fire up and the lid on from now. */
function withAllUp({ nowS, fire = [], lid, ...ask }: ForecastAsk): ForecastAsk {
  const now = Math.max(nowS, fire.at(-1)?.atS ?? 0, lid?.changes.at(-1)?.atS ?? 0)
  return {
    ...ask,
    nowS,
    fire: [...fire, { atS: now, power: 1 }],
    ...(lid ? { lid: { ...lid, changes: [...lid.changes, { atS: now, off: false }] } } : {}),
  }
}
export type MeltForecast = ReturnType<typeof useForecast>
