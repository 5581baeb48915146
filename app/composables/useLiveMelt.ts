import { computed } from 'vue'
import { pourWindow } from '#core/alloys'
import { predictMelt } from '#core/charge'
import { weighedCharge } from '#core/heat'
import { brimOfNumber, gasReasons, meltSurface, startingRate, ZINC_DOUBT, zincLoss } from '#core/melt'
import type { Lot } from '#core/stock'
import { useYard } from '~/stores/yard'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'

/** A crucible to reckon with where none was told. */
const USUAL_CRUCIBLE_NO = 4
/** A melt with less zinc than this has none to speak of, wt%. */
const ZINC_WORTH_PCT = 0.5
const AHEAD_MIN = 5

/** What is likely in the crucible now, from the log: estimates, never shown as measured. */
export function useLiveMelt(log: MeltLog, { liquidus, steps }: Pick<RunSheet, 'liquidus' | 'steps'>) {
  const yard = useYard()
  const { crucibles } = useGear()
  const { heat, trace, nowMin, minutesAt, entries } = log
  const latest = computed(() => trace.value.at(-1) ?? null)
  const superheat = computed(() =>
    latest.value && liquidus.value ? latest.value.celsius - liquidus.value.liquidusC : null,
  )
  const window = computed(() => (liquidus.value ? pourWindow(liquidus.value.liquidusC) : null))
  /** Minutes until it has cooled to the foot of the pour window; null while it does not cool. */
  const windowLeft = computed(() => {
    const [before, last] = trace.value.slice(-2)
    if (!before || !last || !window.value) return null
    const perMin = (before.celsius - last.celsius) / Math.max(0.1, last.atMin - before.atMin)
    if (perMin <= 0 || last.celsius > window.value.toC) return null
    return Math.max(0, (last.celsius - window.value.fromC) / perMin - (nowMin.value - last.atMin))
  })
  const surfaceCm2 = computed(() => {
    const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
    return meltSurface(
      crucible?.brimCm3 ?? brimOfNumber(crucible?.number ?? heat.value?.crucibleNo ?? USUAL_CRUCIBLE_NO),
    )
  })
  /** What went in, nothing lost yet. */
  const charged = computed(() => (heat.value ? predictMelt(weighedCharge(heat.value.weighed), {}) : null))
  /** The first zinc-bearing metal in the melt. */
  const zincFrom = computed(() => {
    const step = steps.value.find(
      ({ id, lots }) =>
        heat.value?.done[id] &&
        !heat.value.done[id].skipped &&
        lots?.some(({ composition }) => (composition.Zn ?? 0) > 1),
    )
    return step ? minutesAt(heat.value!.done[step.id]!.at) : null
  })
  const cover = computed(() => heat.value?.cover ?? 'glass')
  const zinc = computed(() => {
    const melt = charged.value
    if (heat.value?.alloy?.base !== 'Cu' || !melt || melt.tapMassG <= 0 || trace.value.length === 0)
      return null
    if (zincFrom.value === null || (melt.composition.Zn ?? 0) < ZINC_WORTH_PCT) return null
    const { '?': _, ...composition } = melt.composition
    const ask = {
      meltG: melt.tapMassG,
      composition,
      surfaceCm2: surfaceCm2.value,
      cover: cover.value,
      trace: trace.value,
      fromMin: zincFrom.value,
      toMin: Math.max(zincFrom.value, nowMin.value),
    }
    const rate = startingRate()
    const mid = zincLoss(ask)
    const ahead = zincLoss({ ...ask, toMin: ask.toMin + AHEAD_MIN })
    return {
      beganPct: composition.Zn!,
      leftPct: mid.leftPct,
      fromPct: zincLoss({ ...ask, rate: rate * ZINC_DOUBT }).leftPct,
      toPct: zincLoss({ ...ask, rate: rate / ZINC_DOUBT }).leftPct,
      aheadG: ahead.lostG - mid.lostG,
      limit: heat.value.alloy.limits.Zn?.min ?? null,
    }
  })
  const gas = computed(() => {
    const current = heat.value
    if (!current?.alloy || current.weighed.length === 0) return []
    const lots = current.weighed.map(({ lotId }) => yard.records.lots[lotId] as Lot | undefined)
    const base = current.done.base
    return gasReasons({
      base: current.alloy.base,
      coatings: lots.flatMap((lot) => lot?.coatings ?? []),
      forms: current.weighed.map(({ form }) => form),
      superheatC:
        trace.value.length > 0 && liquidus.value
          ? Math.max(...trace.value.map(({ celsius }) => celsius)) - liquidus.value.liquidusC
          : null,
      heldMin: base && !base.skipped ? nowMin.value - minutesAt(base.at) : 0,
      degassed:
        (!!current.done.degas && !current.done.degas.skipped) ||
        entries.value.some(({ kind }) => kind === 'degas'),
    })
  })
  return { latest, superheat, window, windowLeft, zinc, gas, cover, liquidus, aheadMin: AHEAD_MIN }
}
