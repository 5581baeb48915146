import { t } from '~/words'
import { why } from '~/storage/why'
import { computed } from 'vue'
import type { Heat } from '#core/heat'
import type { Settings } from '#core/workspace'
import {
  learnOffset,
  learnZincRate,
  planLosses,
  recoveryKey,
  sharpenedLot,
  type LearnedRecovery,
  type SharperShare,
  type YardLearning,
} from '#core/learn'
import { useTaught } from './taught-store'
import { useYard, type Edit } from '~/storage/yard-store'
import { useGear } from '~/shared/gear/useGear'
import { useNotices } from '~/shared/page/useNotices'

/** Before any heat. */
const STARTING_RATE = learnZincRate([])

/** What the yard's own heats teach, and whether plans use it. */
export function useLearning() {
  const yard = useYard()
  const taught = useTaught()
  const { announce } = useNotices()
  const { thermocouples } = useGear()
  /** As last worked out; nothing until it was asked for. */
  const recoveries = computed(() => taught.found?.learning.recoveries ?? [])
  const yields = computed(() => taught.found?.learning.yields ?? [])
  /** The starting rate until the heats have been asked. */
  const zincRate = computed(() => taught.found?.learning.zincRate ?? STARTING_RATE)
  const probes = computed(() =>
    thermocouples.value.map((one) => ({ ...one, learned: learnOffset(one.checks) })),
  )

  const using = computed(() => !!yard.settings.useLearned)
  const overruled = computed(() => yard.settings.overruledRecovery ?? {})
  /** How alloys are planned, as things are decided now; waits for what the heats teach where plans go by it. */
  async function planner(settings: Settings = yard.settings) {
    const learning = await taughtFor(settings)
    return (alloy: Heat['alloy']) => ({
      // A heat that went its own way follows the yard's again.
      losses: undefined,
      ...planLosses(alloy, learning?.recoveries ?? [], learning?.yields ?? [], settings),
    })
  }
  async function taughtFor({ useLearned, losses }: Settings): Promise<YardLearning | null> {
    if (!useLearned || losses === 'none') return null
    try {
      return await taught.learned()
    } catch (error) {
      announce(t('shared.learning-failed', { reason: why(error) }))
      return null
    }
  }

  /** Changes the decision, and the plans of the heats that are still open with it, as one step. */
  async function decide(
    label: string,
    change: Partial<Pick<Settings, 'useLearned' | 'losses' | 'overruledRecovery' | 'overruledYield'>>,
  ): Promise<void> {
    const losses = await planner({ ...yard.settings, ...change })
    const settings: Settings = {
      ...yard.settings,
      id: yard.settings.id === 'none' ? crypto.randomUUID() : yard.settings.id,
      ...change,
    }
    // A heat with losses of its own keeps them.
    const heats = yard.heats.filter(
      ({ loggedAt, alloy, losses: own }) =>
        !loggedAt && alloy && (own === undefined || own === yard.settings.losses),
    )
    const edits: Edit[] = [
      { collection: 'settings', id: settings.id, after: settings },
      ...heats.map((heat): Edit => {
        const after = { ...heat, ...losses(heat.alloy) }
        return { collection: 'heats', id: heat.id, after }
      }),
    ]
    yard.commit(label, edits)
  }
  const setUsing = (yes: boolean) =>
    decide(yes ? t('shared.use-learned-edit') : t('shared.use-usual-edit'), {
      useLearned: yes,
      losses: undefined,
    })
  function overrule({ family, element }: Pick<LearnedRecovery, 'family' | 'element'>, value: number | null) {
    const key = recoveryKey(family, element)
    const rest = Object.entries(overruled.value).filter(([one]) => one !== key)
    const overruledRecovery = Object.fromEntries(value === null ? rest : [...rest, [key, value]])
    decide(value === null ? t('shared.clear-override-edit') : t('shared.override-recovery-edit'), {
      overruledRecovery,
    })
  }
  function overruleYield(form: string, value: number | null): void {
    const rest = Object.entries(yard.settings.overruledYield ?? {}).filter(([one]) => one !== form)
    const overruledYield = Object.fromEntries(value === null ? rest : [...rest, [form, value]])
    decide(value === null ? t('shared.clear-override-edit') : t('shared.override-yield-edit'), {
      overruledYield,
    })
  }
  /** Writes a sharpened share on its lot. */
  function sharpen(share: SharperShare): void {
    const lot = yard.lots.find(({ id }) => id === share.lotId)
    if (!lot) return
    yard.commit(t('shared.refine-lot-edit', { element: share.element, lotName: lot.name }), [
      { collection: 'lots', id: lot.id, after: sharpenedLot(lot, share) },
    ])
  }
  return {
    recoveries,
    yields,
    zincRate,
    probes,
    using,
    overruled,
    planner,
    decide,
    setUsing,
    overrule,
    overruleYield,
    sharpen,
  }
}
