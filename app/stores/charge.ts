import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { ChargePlan, ChargeProblem } from '#core/charge'
import type { ChargeAttempt, Concession } from '#core/heat'
import type { ChargeEngine } from '../../workers/charge.worker'

/** The charge engine in its worker, and the newest plan. Only the newest question is answered. */
export const useChargeEngine = defineStore('charge-engine', () => {
  const plan = shallowRef<ChargePlan | null>(null)
  const answered = shallowRef<ChargeProblem | null>(null)
  const error = ref<string | null>(null)
  const busy = ref(false)
  let engine: Remote<ChargeEngine> | null = null
  const concessions = shallowRef<Concession[]>([])
  /** the question the newest plan answers */
  const settledOn = shallowRef<ChargeAttempt[] | null>(null)
  let waiting: ChargeAttempt[] | null = null

  function start(): Remote<ChargeEngine> {
    engine ??= wrap<ChargeEngine>(
      new Worker(new URL('../../workers/charge.worker.ts', import.meta.url), { type: 'module' }),
    )
    return engine
  }

  /** Asks for a plan; while one is being worked out, only the latest further question is kept. */
  async function ask(attempts: ChargeAttempt[]): Promise<void> {
    if (busy.value) {
      waiting = attempts
      return
    }
    busy.value = true
    try {
      const { plan: found, index } = await start().solveFirst(attempts.map(({ problem }) => problem))
      plan.value = found
      answered.value = attempts[index]!.problem
      concessions.value = attempts[index]!.concessions
      settledOn.value = attempts
      error.value = null
    } catch (reason) {
      error.value = String((reason as Error).message)
    } finally {
      busy.value = false
    }
    const next = waiting
    waiting = null
    if (next) await ask(next)
  }

  function clear(): void {
    plan.value = null
    answered.value = null
    settledOn.value = null
    waiting = null
  }

  return { plan, answered, concessions, settledOn, error, busy, ask, clear }
})
