import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { ChargePlan, ChargeProblem } from '#core/charge'
import type { ChargeAttempt, Concession } from '#core/heat'
import { askedEngine } from '~/engines/asked-engine'
import type { ChargeEngine } from '../../workers/charge.worker'

/** A plan takes a blink, one that has to say what stands against it a few seconds. */
const PATIENCE_MS = 30_000

/** The charge engine in its worker, and the newest plan. Only the newest question is answered. */
export const useChargeEngine = defineStore('charge-engine', () => {
  const plan = shallowRef<ChargePlan | null>(null)
  const answered = shallowRef<ChargeProblem | null>(null)
  const error = ref<string | null>(null)
  const busy = ref(false)
  const engine = askedEngine<ChargeEngine>(
    () => new Worker(new URL('../../workers/charge.worker.ts', import.meta.url), { type: 'module' }),
    PATIENCE_MS,
  )
  const concessions = shallowRef<Concession[]>([])
  /** the question the newest plan answers */
  const settledOn = shallowRef<ChargeAttempt[] | null>(null)
  let waiting: ChargeAttempt[] | null = null
  /** what was asked last, and is still wanted */
  let last: ChargeAttempt[] | null = null

  /** Asks for a plan; while one is being worked out, only the latest further question is kept. */
  async function ask(attempts: ChargeAttempt[]): Promise<void> {
    if (busy.value) {
      waiting = attempts
      return
    }
    busy.value = true
    last = attempts
    try {
      const problems = attempts.map(({ problem }) => problem)
      const { plan: found, index } = await engine.ask((charge) => charge.solveFirst(problems))
      error.value = null
      // Unless the page has gone on to a heat that asks nothing.
      if (last === attempts) {
        plan.value = found
        answered.value = attempts[index]!.problem
        concessions.value = attempts[index]!.concessions
        settledOn.value = attempts
      }
    } catch (reason) {
      // An old plan beside this would pass for the answer.
      plan.value = answered.value = settledOn.value = null
      error.value = last === attempts ? String((reason as Error).message) : null
    } finally {
      busy.value = false
    }
    const next = waiting
    waiting = null
    if (next) await ask(next)
  }

  /** Asks anew what got no answer. */
  function askAgain(): void {
    error.value = null
    if (last) void ask(last)
  }

  function clear(): void {
    plan.value = null
    answered.value = null
    settledOn.value = null
    error.value = null
    waiting = null
    last = null
  }

  return { plan, answered, concessions, settledOn, error, busy, ask, askAgain, clear }
})
