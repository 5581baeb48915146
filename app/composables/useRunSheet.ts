import { computed } from 'vue'
import { liquidusOf } from '#core/alloys'
import { runSheet, type RunStep } from '#core/melt'
import type { Heat } from '#core/heat'
import { now, useYard } from '~/stores/yard'
import { stepWords } from '~/words/melt'

/** The run sheet of the heat in hand, and how far it has come. */
export function useRunSheet() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const { lines, prediction, lotName, engine } = useCharge(heat)
  const { grams, degrees } = useUnits()

  const liquidus = computed(() =>
    heat.value?.alloy ? liquidusOf(heat.value.alloy, prediction.value?.composition ?? {}) : null,
  )
  const steps = computed<RunStep[]>(() => {
    const alloy = heat.value?.alloy
    if (!alloy || !liquidus.value || lines.value.length === 0) return []
    const charge = lines.value.map(({ massG, lot }) => ({
      lotId: lot.id,
      name: lotName(lot.id),
      form: formOf(heat.value!, lot.id),
      massG,
      composition: lot.composition,
    }))
    return runSheet(alloy, charge, liquidus.value)
  })
  const formOf = (current: Heat, lotId: string) =>
    current.weighed.find((line) => line.lotId === lotId)?.form ??
    yard.lots.find(({ id }) => id === lotId)?.form ??
    'casting'

  const words = (step: RunStep) => stepWords(step, { grams, degrees, base: heat.value?.alloy?.base ?? 'Cu' })
  const stateOf = (step: RunStep) => heat.value?.done[step.id] ?? null
  const current = computed(() => steps.value.find((step) => !stateOf(step)) ?? null)
  const doneCount = computed(() => steps.value.filter((step) => stateOf(step)).length)

  function mark(step: RunStep, skipped: boolean): void {
    if (!heat.value) return
    const done = { ...heat.value.done, [step.id]: { at: now(), skipped } }
    edit(`${skipped ? 'Skip' : 'Done'}: ${words(step).title}`, { done })
  }
  function unmark(step: RunStep): void {
    if (!heat.value) return
    const done = Object.fromEntries(Object.entries(heat.value.done).filter(([id]) => id !== step.id))
    edit(`Not done: ${words(step).title}`, { done })
  }

  return { heat, steps, words, stateOf, current, doneCount, mark, unmark, liquidus, engine, grams, degrees }
}

export type RunSheet = ReturnType<typeof useRunSheet>
