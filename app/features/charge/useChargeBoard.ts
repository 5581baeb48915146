import { isolated } from '~/shared/units/isolated'
import { computed, reactive, ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { oddsInside } from '#core/charge'
import { heatRecovery, LINE_SHARE, weighLine, type Heat, type LotChoice } from '#core/heat'
import type { Lot } from '#core/stock'
import { now, useYard } from '~/storage/yard-store'
import {
  concessionWords,
  conflictWords,
  harmWords,
  limitingSentences,
  OUT_OF_TIME,
  planHeadline,
} from '~/shared/words/charge-words'
import { costWorking, elementWorking, tapWorking } from '~/shared/words/workings-words'
import { useCharge } from './useCharge'
import { useHeat } from '~/shared/heat/useHeat'
import { useLosses } from './useLosses'
import { useUnits } from '~/shared/units/useUnits'
import { useWaysOut } from './useWaysOut'
import { timesWords } from '~/shared/units/figures'

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

export const FREE: LotChoice = { use: true, capG: null, lockG: null }

/** Everything the Charge and Scale screens show and do. */
export function useChargeBoard() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const { grams, money } = useUnits()
  const charge = useCharge(heat)
  const { lots: free, engine, settled, plan, lines, prediction, lotName } = charge
  const pending = new Map<string, number | null>()
  /** lots whose bounds are laid open, wherever their line stands */
  const opened = reactive(new Set<string>())

  const frozen = computed(() => !!heat.value?.loggedAt)
  const infeasible = computed(() => plan.value?.status === 'infeasible' || plan.value?.status === 'unknown')
  /** Something was weighed that cannot be kept inside the limits: the least harm, said and carried on. */
  const harmed = computed(() => plan.value?.status === 'least-harm')
  /** Step of each line's scale, by lot. */
  const steps = computed(
    () =>
      new Map(
        (engine.answer?.problem.lots ?? charge.ask.value?.problem.lots ?? []).map(({ id, stepG }) => [
          id,
          stepG ?? 1,
        ]),
      ),
  )
  const told = (id: string) => isolated(lotName(id))
  const tools = computed(() => ({ lotName: told, grams, money, mainSource, limitOf }))
  const limitOf = (element: string, bound: 'min' | 'max') => heat.value?.alloy?.limits[element]?.[bound]

  function mainSource(element: string): string | null {
    const list = prediction.value?.sources[element]
    const total = list?.reduce((sum, { massG }) => sum + massG, 0) ?? 0
    return list?.[0] && list[0].massG > 0.5 * total ? told(list[0].lot) : null
  }

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
          choice: FREE,
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
      choice: current.choices[lot.id] ?? FREE,
    }
  }

  function choose(lotId: string, change: Partial<LotChoice>, mergeKey?: string): void {
    const current = heat.value
    if (!current) return
    const choices = { ...current.choices, [lotId]: { ...(current.choices[lotId] ?? FREE), ...change } }
    const name = lotName(lotId)
    const label =
      change.use === undefined ? `Set bounds of ${name}` : change.use ? `Use ${name}` : `Leave out ${name}`
    edit(label, { choices }, mergeKey && `${mergeKey}-${lotId}`)
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

  function weigh(row: ChargeRowState, massG: number): void {
    const current = heat.value
    const lot = yard.lots.find(({ id }) => id === row.id)
    if (!current || !lot) return
    const line = weighLine(lot, Number(row.plannedG.toFixed(3)), massG, now(), current)
    const weighed = [...current.weighed.filter(({ lotId }) => lotId !== row.id), line]
    const planLots = current.weighed.length > 0 ? current.planLots : rows.value.planned.map(({ id }) => id)
    const planned = charge.planToKeep(current)
    edit(`Weigh ${grams(massG, row.stepG)} of ${lot.name}`, {
      weighed,
      planLots,
      ...(planned ? { planned } : {}),
    })
  }

  function unweigh(row: ChargeRowState): void {
    const current = heat.value
    if (!current) return
    edit(`Take back ${row.name}`, { weighed: current.weighed.filter(({ lotId }) => lotId !== row.id) })
  }

  /** Keeps the metal of the plan for this heat, so that others plan without it; or lets it go. */
  const reserved = computed(() => Object.keys(heat.value?.reserved ?? {}).length > 0)
  function reserve(): void {
    if (reserved.value) return edit('Let the metal go', { reserved: {} })
    const kept = Object.fromEntries(
      rows.value.planned
        .filter(({ weighedG }) => weighedG === null)
        .map(({ id, plannedG }) => [id, Number(plannedG.toFixed(3))]),
    )
    edit('Keep the metal for this heat', { reserved: kept })
  }

  const setObjective = (objective: string) =>
    edit('Change the aim', { objective: objective as Heat['objective'] })

  const setTolerance = (tapTolerancePct: number | null) =>
    edit('Set how far under the tap may stay', { tapTolerancePct: tapTolerancePct ?? 0 }, 'tap-tolerance')

  /** Whether a walk to one more bin has to pay for itself, or every cent counts. */
  const setWalks = (counted: boolean) =>
    edit(counted ? 'Count the walk to each bin' : 'Count every cent', { lineShare: counted ? LINE_SHARE : 0 })

  const setMaxLots = (maxLots: number | null) => edit('Set how many lots', { maxLots })

  const setConfidence = (confidence: number | null) =>
    edit('Set the certainty', { confidence, confidenceOf: 'all' })

  const { waysOut } = useWaysOut(() => (frozen.value ? null : engine.answer), tools)
  /** What the room for errors of the scale costs, where it costs anything. */
  const roomCost = ref<number | null>(null)
  watchDebounced(
    () => engine.answer,
    async (answer) => {
      roomCost.value = null
      if (!answer || frozen.value || heat.value?.weighed.length) return
      const found = await engine.room(answer).catch(() => null)
      if (engine.answer === answer) roomCost.value = found
    },
    { debounce: 400, immediate: true },
  )
  const room = computed(() => {
    const cost = roomCost.value
    return cost !== null && cost >= 0.01
      ? `Room for what a scale may be off by costs ${money(cost)} of it.`
      : ''
  })
  const limits = computed(() => heat.value?.alloy?.limits ?? {})
  /** by element, the lots that bring most of it: "78 % from Valve bodies" */
  const sources = computed(() => {
    const all: Record<string, string> = {}
    for (const [symbol, list] of Object.entries(prediction.value?.sources ?? {})) {
      const total = list.reduce((sum, { massG }) => sum + massG, 0)
      const main = list.filter(({ massG }) => massG > 0.2 * total).slice(0, 2)
      if (total > 0 && main.length > 0)
        all[symbol] = main
          .map(({ lot, massG }) => `${Math.round((100 * massG) / total)} % from ${told(lot)}`)
          .join(', ')
    }
    return all
  })
  const recovery = computed(() => (heat.value ? heatRecovery(heat.value) : {}))
  const chance = computed(() => {
    if (!prediction.value || prediction.value.tapMassG <= 0) return null
    const probability = oddsInside(lines.value, recovery.value, limits.value)
    return probability === null ? null : timesWords(probability)
  })
  const { way } = useLosses()
  const workingTools = {
    grams,
    money,
    lotName: told,
    get losses() {
      return way.value
    },
  }
  const elementSums = computed(() =>
    prediction.value
      ? Object.keys(limits.value)
          .filter((symbol) => (prediction.value!.composition[symbol] ?? 0) > 0)
          .map((symbol) => ({
            symbol,
            ...elementWorking(symbol, prediction.value!, recovery.value, workingTools),
          }))
      : [],
  )

  return {
    engine,
    lines,
    prediction,
    rows,
    ask: charge.ask,
    bench: charge.bench,
    infeasible,
    harmed,
    harm: computed(() =>
      plan.value && harmed.value ? harmWords(plan.value.shortfalls ?? [], tools.value) : '',
    ),
    frozen,
    choose,
    pend,
    takePending,
    weigh,
    unweigh,
    reserved,
    reserve,
    setObjective,
    setConfidence,
    setMaxLots,
    setTolerance,
    setWalks,
    settled,
    waysOut,
    room,
    opened,
    sources,
    problem: computed(() => engine.answer?.problem ?? null),
    /** what the heat before left in the crucible, as the plan counts it */
    pot: computed(() => charge.bench.value.pot ?? null),
    plan,
    tools,
    lotName,
    chance,
    elementSums,
    headline: computed(() =>
      plan.value && !infeasible.value ? planHeadline(plan.value, heat.value?.tapMassG ?? 0, tools.value) : '',
    ),
    limiting: computed(() =>
      limitingSentences(plan.value?.limiting ?? [], heat.value?.objective ?? 'cost', tools.value),
    ),
    concession: computed(() =>
      infeasible.value
        ? ''
        : concessionWords(engine.answer?.concessions ?? [], heat.value?.confidence ?? null),
    ),
    conflict: computed(() =>
      !plan.value
        ? ''
        : plan.value.status === 'unknown'
          ? OUT_OF_TIME
          : conflictWords(plan.value.conflict, tools.value),
    ),
    weighedAll: computed(
      () => rows.value.planned.length > 0 && rows.value.planned.every(({ weighedG }) => weighedG !== null),
    ),
    tapSum: computed(() => prediction.value && tapWorking(lines.value, prediction.value, workingTools)),
    cost: computed(() =>
      lines.value.reduce((sum, { massG, lot }) => sum + (massG * (lot.pricePerKg ?? 0)) / 1000, 0),
    ),
    costSum: computed(() => costWorking(lines.value, workingTools)),
  }
}

export type ChargeBoard = ReturnType<typeof useChargeBoard>
