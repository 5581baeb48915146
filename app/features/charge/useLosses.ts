import { t, told } from '~/words'
import { why } from '~/storage/why'
import { computed } from 'vue'
import { alloyRecovery, lossFamily } from '#core/families'
import { learnedDoubts, learnedYields, recoveryFor, recoveryKey } from '#core/learn'
import { FORMS, type LossWay, metallicYieldOf } from '#core/losses'
import { heatRecovery, heatRecoverySd, heatYield, heatYieldSd, isDoubted, type Heat } from '#core/heat'
import { useTaught } from '~/shared/learning/taught-store'
import { useYard } from '~/storage/yard-store'
import { useHeat } from '~/shared/heat/useHeat'
import { useLearning } from '~/shared/learning/useLearning'
import { useNotices } from '~/shared/page/useNotices'
import { elementName } from '~/shared/units/elements'

export interface LossRow {
  id: string
  name: string
  /** what the heat is planned with, fraction */
  value: number
  usual: number
  /** how far what it is planned with may be off, one standard deviation, fraction */
  sd: number
  /** what the yard's heats show, where at least two do */
  learned: number | null
}

/** Whose losses a heat is planned with, figure by figure: seen, set, and made the yard's own way. */
export function useLosses() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const { recoveries, yields, decide } = useLearning()
  const { announce } = useNotices()
  const taught = useTaught()
  const yardsWay = computed<LossWay>(() =>
    yard.settings.losses === 'none' ? 'none' : yard.settings.useLearned ? 'learned' : 'usual',
  )
  const way = computed<LossWay>(() => heat.value?.losses ?? yardsWay.value)
  const learnedRecovery = computed(() =>
    heat.value?.alloy ? recoveryFor(heat.value.alloy, recoveries.value) : {},
  )
  /** Works out what the heats taught. */
  async function look(): Promise<boolean> {
    try {
      await taught.learned()
      return true
    } catch (error) {
      announce(t('charge.losses-failed', { reason: why(error) }))
      return false
    }
  }
  const learnedForms = computed(() => learnedYields(yields.value))

  /** Elements that the alloy or the bins bring, and that are lost in part. */
  const elements = computed<LossRow[]>(() => {
    const current = heat.value
    if (!current?.alloy) return []
    const planned = heatRecovery(current)
    const usual = alloyRecovery(current.alloy)
    const doubts = heatRecoverySd(current)
    return Object.keys({ ...usual, ...current.recoveryOverrides, ...doubts })
      .filter((symbol) => symbol in (current.alloy?.limits ?? {}) || symbol === current.alloy?.base)
      .map((symbol) => ({
        id: symbol,
        name: elementName(symbol),
        value: planned[symbol] ?? 1,
        usual: usual[symbol] ?? 1,
        sd: doubts[symbol] ?? 0,
        learned: learnedRecovery.value[symbol] ?? null,
      }))
  })
  /** The forms that lie in the bins or on the scale. */
  const forms = computed<LossRow[]>(() => {
    const current = heat.value
    if (!current) return []
    const there = new Set([
      ...yard.lots.filter(({ massG }) => massG > 0).map(({ form }) => form),
      ...current.weighed.map(({ form }) => form),
    ])
    return FORMS.filter(({ id }) => there.has(id)).map(({ id, name: plain }) => ({
      id,
      name: told(plain),
      value: heatYield(current, { form: id, metallicYield: null }),
      usual: metallicYieldOf(id),
      sd: heatYieldSd(current, id, heatYield(current, { form: id, metallicYield: null })),
      learned: learnedForms.value[id] ?? null,
    }))
  })

  /** The change with the lines that are weighed already reckoned anew: one figure, one place. */
  function apply(
    label: string,
    change: Pick<Heat, 'losses' | 'recoveryOverrides' | 'yieldOverrides' | 'recoverySds' | 'yieldSds'>,
  ): void {
    const current = heat.value
    if (!current) return
    const weighed = current.weighed.map((line) => {
      const own = yard.records.lots[line.lotId]?.metallicYield ?? null
      return { ...line, metallicYield: heatYield(change, { form: line.form, metallicYield: own }) }
    })
    edit(label, { ...change, weighed })
  }

  async function setWay(next: LossWay): Promise<void> {
    if (next === 'learned' && !(await look())) return
    const current = heat.value
    if (!current) return
    const table = { recoveryOverrides: {}, yieldOverrides: {}, recoverySds: undefined, yieldSds: undefined }
    const told = {
      usual: table,
      learned: {
        recoveryOverrides: learnedRecovery.value,
        yieldOverrides: learnedForms.value,
        ...learnedDoubts(current.alloy, recoveries.value, yields.value),
      },
      none: table,
      own: {
        recoveryOverrides: current.recoveryOverrides,
        yieldOverrides: current.yieldOverrides ?? {},
      },
    }[next]
    apply(t('charge.set-loss-profile'), { losses: next, ...told })
  }
  function setRecovery(symbol: string, value: number | null): void {
    const current = heat.value
    if (!current) return
    const from = current.losses === 'none' ? heatRecovery(current) : current.recoveryOverrides
    const rest = Object.fromEntries(Object.entries(from).filter(([one]) => one !== symbol))
    apply(t('charge.set-recovery', { symbol: elementName(symbol) }), {
      losses: 'own',
      recoveryOverrides: value === null ? rest : { ...rest, [symbol]: value },
      yieldOverrides: current.yieldOverrides ?? {},
    })
  }
  function setYield(form: string, value: number | null): void {
    const current = heat.value
    if (!current) return
    const from = current.yieldOverrides ?? {}
    const rest = Object.fromEntries(Object.entries(from).filter(([one]) => one !== form))
    apply(t('charge.set-metallic-yield'), {
      losses: 'own',
      recoveryOverrides: current.recoveryOverrides,
      yieldOverrides: value === null ? rest : { ...rest, [form]: value },
    })
  }
  function setDoubt(of: 'recoverySds' | 'yieldSds', id: string, value: number | null, name: string): void {
    const current = heat.value
    if (!current) return
    const rest = Object.fromEntries(Object.entries(current[of] ?? {}).filter(([one]) => one !== id))
    edit(t('charge.set-loss-doubt', { name }), {
      [of]: value === null ? rest : { ...rest, [id]: value },
    })
  }
  /** Counts the doubt of the losses in the certainty, or leaves it out. */
  const counting = computed(() => !!heat.value && isDoubted(heat.value))
  function count(yes: boolean): void {
    edit(yes ? t('charge.count-loss-doubt') : t('charge.leave-loss-doubt-out'), {
      lossDoubt: yes ? undefined : 'off',
    })
  }
  /** Makes what this heat reckons with the yard's way, for it and for the heats to come. */
  function makeYards(): void {
    const current = heat.value
    if (!current) return
    const family = current.alloy && lossFamily(current.alloy)
    const own = way.value === 'own'
    void decide(t('charge.set-default-losses'), {
      useLearned: way.value === 'learned',
      losses: way.value === 'none' ? 'none' : undefined,
      ...(own && family
        ? {
            overruledRecovery: {
              ...yard.settings.overruledRecovery,
              ...Object.fromEntries(
                Object.entries(current.recoveryOverrides).map(([symbol, value]) => [
                  recoveryKey(family, symbol),
                  value,
                ]),
              ),
            },
            overruledYield: { ...yard.settings.overruledYield, ...current.yieldOverrides },
          }
        : {}),
    })
  }

  return {
    heat,
    way,
    yardsWay,
    elements,
    forms,
    look,
    setWay,
    setRecovery,
    setYield,
    setDoubt,
    counting,
    count,
    makeYards,
  }
}
