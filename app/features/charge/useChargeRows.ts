import { t } from '~/words'
import { useNotices } from '~/shared/page/useNotices'
import { computed, onScopeDispose, reactive, watch } from 'vue'
import { lotChoice, weighLine, type Heat, type LotChoice } from '#core/heat'
import type { Lot } from '#core/stock'
import { now, useYard } from '~/storage/yard-store'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import type { Charge } from './useCharge'
import { useIdleLots } from './useIdleLots'

export interface ChargeRowState {
  id: string
  name: string
  availableG: number
  plannedG: number
  weighedG: number | null
  /** step of the scale it stands on, in the yard's unit: what is shown is a whole multiple */
  stepG: number
  composition: Record<string, number>
  choice: LotChoice
}

/** One object for all lots of which nothing was decided: a row that stays the same is not drawn again. */
const NO_CHOICE: LotChoice = Object.freeze(lotChoice())

/** The lots of a charge, one row each, and the hand on them: use, bounds, weighed, taken back. */
export function useChargeRows({
  heat,
  frozen,
  lots: free,
  engine,
  ask,
  plan,
  settled,
  lotName,
  planToKeep,
}: Charge) {
  const { say } = useNotices()
  const yard = useYard()
  const { edit } = useHeat()
  const { grams } = useUnits()
  const { whyIdle, couldBe, useUp } = useIdleLots({ heat, engine, settled })
  const pending = new Map<string, number | null>()
  /** lots whose bounds are laid open, wherever their line stands */
  const opened = reactive(new Set<string>())
  /** Step of each line's scale, by lot. */
  const steps = computed(
    () =>
      new Map(
        (engine.answer?.problem.lots ?? ask.value?.problem.lots ?? []).map(({ id, stepG }) => [
          id,
          stepG ?? 1,
        ]),
      ),
  )

  const rows = computed(() => {
    const current = heat.value
    if (!current) return { planned: [], idle: [] }
    const planned = new Map(plan.value?.lines.map(({ lot, massG }) => [lot, massG]))
    const all: ChargeRowState[] = free.value
      .filter(
        (lot) => !frozen.value && (lot.massG > 0 || current.weighed.some(({ lotId }) => lotId === lot.id)),
      )
      .map((lot) => rowOf(current, lot, planned.get(lot.id) ?? 0))
    for (const line of current.weighed)
      if (!all.some(({ id }) => id === line.lotId))
        all.push({
          id: line.lotId,
          name: line.name,
          availableG: 0,
          plannedG: line.plannedG,
          weighedG: line.massG,
          stepG: steps.value.get(line.lotId) ?? 1,
          composition: line.composition,
          choice: NO_CHOICE,
        })
    const inCharge = ({ plannedG, weighedG }: ChargeRowState) => plannedG > 0 || weighedG !== null
    return {
      planned: all.filter(inCharge).sort((a, b) => (b.weighedG ?? b.plannedG) - (a.weighedG ?? a.plannedG)),
      idle: all.filter((row) => !inCharge(row)),
    }
  })

  /** A row that says the same as before is the same row, so that only what changed is drawn again. */
  const former = new Map<string, ChargeRowState>()
  function rowOf(current: Heat, lot: Lot, plannedG: number): ChargeRowState {
    const row = freshRow(current, lot, plannedG)
    const before = former.get(lot.id)
    if (before && (Object.keys(row) as (keyof ChargeRowState)[]).every((key) => before[key] === row[key]))
      return before
    former.set(lot.id, row)
    return row
  }

  function freshRow(current: Heat, lot: Lot, plannedG: number): ChargeRowState {
    const line = current.weighed.find(({ lotId }) => lotId === lot.id)
    return {
      id: lot.id,
      name: lot.name,
      availableG: lot.massG,
      plannedG: line?.plannedG ?? plannedG,
      weighedG: line?.massG ?? null,
      stepG: steps.value.get(lot.id) ?? 1,
      composition: lot.composition,
      choice: current.choices[lot.id] ?? NO_CHOICE,
    }
  }

  function choose(lotId: string, change: Partial<LotChoice>, mergeKey?: string): void {
    const current = heat.value
    if (!current) return
    const choices = { ...current.choices, [lotId]: lotChoice({ ...current.choices[lotId], ...change }) }
    const name = lotName(lotId)
    const label =
      change.use === undefined
        ? t('charge.set-lot-bounds', { lotName: name })
        : change.use
          ? t('charge.use-lot', { lotName: name })
          : t('charge.leave-out-lot', { lotName: name })
    edit(label, { choices }, mergeKey && `${mergeKey}-${lotId}`)
  }

  function toggleUseUp(lotId: string): void {
    const chosen = new Set(heat.value?.useUp)
    if (!chosen.delete(lotId)) chosen.add(lotId)
    edit(t('charge.use-up-edit', { lotName: lotName(lotId) }), { useUp: [...chosen] })
  }

  /** A weight on its way: taken when the field is left or Enter pressed. */
  function pend(row: ChargeRowState, massG: number | null): void {
    pending.set(row.id, massG)
  }
  function takePending(row: ChargeRowState): void {
    const massG = pending.get(row.id)
    pending.delete(row.id)
    if (massG !== undefined && massG !== null) weigh(row, massG)
  }

  /** weights taken while the plan was being computed: they go in once it stands, beside what it then asks for */
  const taken = new Map<string, number>()
  const standing = computed(() => settled.value || engine.error !== null || ask.value === null)
  function weighTaken(): void {
    const [next] = taken
    if (!next) return
    taken.delete(next[0])
    const row = [...rows.value.planned, ...rows.value.idle].find(({ id }) => id === next[0])
    if (row) weighNow(row, next[1])
  }
  watch(standing, (stands) => stands && weighTaken(), { flush: 'post' })
  onScopeDispose(() => {
    while (taken.size > 0) weighTaken()
  })

  function weigh(row: ChargeRowState, massG: number): void {
    if (standing.value) weighNow(row, massG)
    else taken.set(row.id, massG)
  }
  function weighNow(row: ChargeRowState, massG: number): void {
    const current = heat.value
    const lot = yard.lots.find(({ id }) => id === row.id)
    if (!current || !lot) return
    const line = weighLine(lot, Number(row.plannedG.toFixed(3)), massG, now(), current)
    const weighed = [...current.weighed.filter(({ lotId }) => lotId !== row.id), line]
    const planLots = current.weighed.length > 0 ? current.planLots : rows.value.planned.map(({ id }) => id)
    const planned = planToKeep(current)
    edit(t('charge.weigh-lot', { mass: grams(massG, row.stepG), lotName: lot.name }), {
      weighed,
      planLots,
      ...(planned ? { planned } : {}),
    })
  }

  function unweigh(row: ChargeRowState): void {
    const current = heat.value
    if (!current) return
    edit(t('charge.undo-weighing', { lotName: row.name }), {
      weighed: current.weighed.filter(({ lotId }) => lotId !== row.id),
    })
    say(t('charge.weighing-undone', { lotName: row.name }))
  }

  const weighedAll = computed(
    () => rows.value.planned.length > 0 && rows.value.planned.every(({ weighedG }) => weighedG !== null),
  )

  return {
    rows,
    weighedAll,
    frozen,
    opened,
    whyIdle,
    couldBe,
    useUp,
    toggleUseUp,
    choose,
    pend,
    takePending,
    weigh,
    unweigh,
  }
}

export type ChargeRows = ReturnType<typeof useChargeRows>
