import { computed } from 'vue'
import { heatTrace, type Heat } from '#core/heat'
import type { Settings } from '#core/workspace'
import {
  learnFormYields,
  learnOffset,
  learnRecovery,
  learnZincRate,
  planLosses,
  recoveryKey,
  sharpenedLot,
  sharpenLots,
  zincHeat,
  type LearnedRecovery,
  type SharperShare,
} from '#core/learn'
import { now, useYard, type Edit } from '~/stores/yard'

/** What the yard's own heats teach, and whether plans use it. */
export function useLearning() {
  const yard = useYard()
  const { crucibles, thermocouples } = useGear()
  const logged = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt))
  const recoveries = computed(() => learnRecovery(logged.value))
  const yields = computed(() => learnFormYields(logged.value))
  const sharper = computed(() => sharpenLots(yard.lots, logged.value))
  const zincRate = computed(() =>
    learnZincRate(
      logged.value.flatMap((heat) => {
        const crucible = crucibles.value.find(({ id }) => id === heat.crucibleId)
        return zincHeat(heat, crucible?.brimCm3 ?? null, traceOf(heat)) ?? []
      }),
    ),
  )
  const probes = computed(() =>
    thermocouples.value.map((one) => ({ ...one, learned: learnOffset(one.checks) })),
  )

  function traceOf({ log = [], thermocoupleId }: Heat) {
    const checks = thermocouples.value.find(({ id }) => id === thermocoupleId)?.checks ?? []
    return heatTrace(log, checks)
  }

  const using = computed(() => !!yard.settings.useLearned)
  const overruled = computed(() => yard.settings.overruledRecovery ?? {})
  /** What an alloy is planned with, as things are decided now. */
  const planned = (alloy: Heat['alloy']) => withLosses(alloy, yard.settings)
  /** A heat that went its own way follows the yard's again. */
  const withLosses = (alloy: Heat['alloy'], settings: Settings) => ({
    losses: undefined,
    ...planLosses(alloy, recoveries.value, yields.value, settings),
  })

  /** Changes the decision, and the plans of the heats that are still open with it, as one step. */
  function decide(
    label: string,
    change: Partial<Pick<Settings, 'useLearned' | 'losses' | 'overruledRecovery' | 'overruledYield'>>,
  ) {
    const time = now()
    const settings: Settings = {
      ...yard.settings,
      id: yard.settings.id === 'none' ? crypto.randomUUID() : yard.settings.id,
      ...change,
      updatedAt: time,
    }
    // A heat with losses of its own keeps them.
    const heats = yard.heats.filter(
      ({ loggedAt, alloy, losses }) =>
        !loggedAt && alloy && (losses === undefined || losses === yard.settings.losses),
    )
    const edits: Edit[] = [
      { collection: 'settings', id: settings.id, after: settings },
      ...heats.map((heat): Edit => {
        const after = { ...heat, ...withLosses(heat.alloy, settings), updatedAt: time }
        return { collection: 'heats', id: heat.id, after }
      }),
    ]
    yard.commit(label, edits)
  }
  const setUsing = (yes: boolean) =>
    decide(yes ? 'Plan with what was learned' : 'Plan with the starting values', {
      useLearned: yes,
      losses: undefined,
    })
  function overrule({ family, element }: Pick<LearnedRecovery, 'family' | 'element'>, value: number | null) {
    const key = recoveryKey(family, element)
    const rest = Object.entries(overruled.value).filter(([one]) => one !== key)
    const overruledRecovery = Object.fromEntries(value === null ? rest : [...rest, [key, value]])
    decide(value === null ? 'Take the overruling back' : 'Overrule a recovery', { overruledRecovery })
  }
  function overruleYield(form: string, value: number | null): void {
    const rest = Object.entries(yard.settings.overruledYield ?? {}).filter(([one]) => one !== form)
    const overruledYield = Object.fromEntries(value === null ? rest : [...rest, [form, value]])
    decide(value === null ? 'Take the overruling back' : 'Overrule a metallic yield', { overruledYield })
  }
  /** Writes a sharpened share on its lot. */
  function sharpen(share: SharperShare): void {
    const lot = yard.lots.find(({ id }) => id === share.lotId)
    if (!lot) return
    yard.commit(`Sharpen ${share.element} of ${lot.name}`, [
      { collection: 'lots', id: lot.id, after: sharpenedLot(lot, share, now()) },
    ])
  }
  return {
    recoveries,
    yields,
    sharper,
    zincRate,
    probes,
    using,
    overruled,
    planned,
    decide,
    setUsing,
    overrule,
    overruleYield,
    sharpen,
  }
}
