import { why } from '~/storage/why'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Weighing, WeighingAsk } from '#core/charge'
import { askedEngine } from '~/shared/engines/asked-engine'
import type { ChargeEngine } from '../../../workers/charge.worker'

/** A plan takes a blink, one that has to say what stands against it a few seconds; on a machine without time, half a minute. */
const PATIENCE_MS = 45_000
/** Asked to look longer, each look may take four times the usual, and all of them together a few minutes. */
const LONGER_S = 20
const LONGER_MS = 300_000

/** The charge engine in its worker, and the newest answer. Only the newest question is answered. */
export const useChargeEngine = defineStore('charge-engine', () => {
  const answer = shallowRef<Weighing | null>(null)
  const error = ref<string | null>(null)
  const busy = ref(false)
  /** it was asked to take its time */
  const longer = ref(false)
  const engine = askedEngine<ChargeEngine>(
    () => new Worker(new URL('../../../workers/charge.worker.ts', import.meta.url), { type: 'module' }),
    PATIENCE_MS,
  )
  /** the question the newest answer belongs to */
  const settledOn = shallowRef<WeighingAsk | null>(null)
  let waiting: WeighingAsk | null = null
  /** what was asked last, and is still wanted */
  let last: WeighingAsk | null = null

  /** on a page where figures are typed, and each is answered */
  let typed = false
  const expectTyping = () => (typed = true)

  /** the heat the newest answer and question are of */
  let of: string | null = null

  /**
   * Asks for a plan; while one is being worked out, only the latest further question is kept. What was answered for
   * another heat is gone at once: nobody weighs by it.
   */
  function askFor(heatId: string, question: WeighingAsk): void {
    if (of !== heatId) clear()
    of = heatId
    void ask(question)
  }
  async function ask(question: WeighingAsk, takesTime = false): Promise<void> {
    if (busy.value) {
      last = question
      waiting = question
      // Nobody waits for minutes for what is no longer asked.
      if (longer.value) engine.stop()
      return
    }
    busy.value = true
    longer.value = takesTime
    last = question
    try {
      const [seconds, withinMs] = takesTime ? [LONGER_S, LONGER_MS] : []
      const found = await engine.ask((charge) => charge.plan(question, typed, seconds), withinMs)
      error.value = null
      // Unless the page has gone on to a heat that asks nothing.
      if (last === question) {
        answer.value = found
        settledOn.value = question
      }
    } catch (reason) {
      // An old plan beside this would pass for the answer.
      answer.value = settledOn.value = null
      error.value = last === question ? why(reason) : null
    } finally {
      busy.value = longer.value = false
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

  /** Puts the question at hand once more, with time for it: the answer there is stays until there is another. */
  function lookLonger(): void {
    if (last && !busy.value) void ask(last, true)
  }

  function clear(): void {
    if (longer.value) engine.stop()
    answer.value = settledOn.value = null
    error.value = null
    waiting = null
    last = null
  }

  /** Questions about the answer at hand; they leave it as it is. */
  const whatIf = (question: WeighingAsk, lotId: string, massG: number): Promise<Weighing> =>
    engine.ask((charge) => charge.whatIf(question, lotId, massG))
  const room = (now: Weighing): Promise<number | null> => engine.ask((charge) => charge.room(now))

  return {
    answer,
    settledOn,
    error,
    busy,
    longer,
    expectTyping,
    askFor,
    askAgain,
    lookLonger,
    clear,
    whatIf,
    room,
  }
})
