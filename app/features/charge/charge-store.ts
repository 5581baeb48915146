import { why } from '~/storage/why'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  beats,
  isNone,
  problemOf,
  type ChargePlan,
  type HowAsked,
  type Weighing,
  type WeighingAsk,
} from '#core/charge'
import { askedEngine } from '~/shared/engines/asked-engine'
import type { Answer, ChargeEngine } from '../../../workers/charge.worker'

/** Longer than the engine's own brake: after this it is taken to be dead. */
const PATIENCE_MS = 45_000
/** Asked to search longer it has a brake of minutes. */
const LONGER_MS = 400_000
/** Typing has come to rest after this: the whole search begins. */
const REST_MS = 160

/** Sets of lots that are remembered as candidates. */
const MOST_KNOWN = 8

const begin = () =>
  new Worker(new URL('../../../workers/charge.worker.ts', import.meta.url), { type: 'module' })

/** What a question comes with. */
export interface AskedWith {
  /** the answer as it was stored, where nothing it was computed from has changed */
  stored?: Weighing | null
  /** the plan shown so far, where this engine has not answered yet */
  former?: Shown | null
  /** keeps the answer with the heat, also when its page was left */
  keep?: (answer: Weighing) => void
}

/** A plan as far as the next one starts from it. */
type Shown = Pick<Weighing, 'plan' | 'how' | 'concessions'>

/**
 * The charge engine and its newest answer. A question is answered twice: at once by what the lots of the plan at hand
 * can do (a draft), and by the whole search when typing rests. Drafts have a worker of their own, so that they never wait
 * for a search; a search that is no longer wanted is ended.
 */
export const useChargeEngine = defineStore('charge-engine', () => {
  const answer = shallowRef<Weighing | null>(null)
  const error = ref<string | null>(null)
  /** it was asked to take its time */
  const longer = ref(false)
  const drafting = askedEngine<ChargeEngine>(begin, PATIENCE_MS)
  const searching = askedEngine<ChargeEngine>(begin, PATIENCE_MS)
  /** the question the answer belongs to, for good */
  const settledOn = shallowRef<WeighingAsk | null>(null)
  /** the question the answer is a draft for */
  const draftFor = shallowRef<WeighingAsk | null>(null)
  /** what was asked last, and is still wanted */
  const last = shallowRef<WeighingAsk | null>(null)
  const busy = computed(() => last.value !== null && settledOn.value !== last.value && error.value === null)

  /** on a page where figures are typed, and each is answered */
  let typed = false
  const expectTyping = () => (typed = true)
  /** the heat the newest answer and question are of */
  let of: string | null = null
  let keep: AskedWith['keep']
  let former: Shown | null = null
  /** sets of lots of plans of this heat, the newest last */
  let known: string[][] = []
  let rest: ReturnType<typeof setTimeout> | undefined
  /** the question being searched for */
  let sought: WeighingAsk | null = null
  let draftUnderWay = false
  let warm = false

  /**
   * Asks for a plan of a heat. What was answered for another heat is gone at once: nobody weighs by it.
   */
  function askFor(heatId: string, question: WeighingAsk, given: AskedWith = {}): void {
    if (of !== heatId) clear()
    of = heatId
    keep = given.keep
    former ??= given.former ?? null
    if (question === last.value && (settledOn.value === question || busy.value)) return
    last.value = question
    error.value = null
    clearTimeout(rest)
    if (given.stored) return settle(question, given.stored)
    const shown = typed && (answer.value ?? former) !== null && !question.begun
    if (shown) void draft(question)
    if (shown && answer.value) rest = setTimeout(() => void search(question), REST_MS)
    else void search(question)
  }

  function settle(question: WeighingAsk, found: Weighing): void {
    answer.value = found
    settledOn.value = question
    draftFor.value = null
    former = found
    remember(found.plan)
    if (typed && !warm && !question.begun && !isNone(found.plan)) warmUp(question, found)
  }

  /** Keeps the lots of a plan as a candidate for the questions that follow. */
  function remember({ lines }: ChargePlan): void {
    const ids = lines.map(({ lot }) => lot).sort()
    if (ids.length === 0) return
    known = [...known.filter((one) => one.join() !== ids.join()), ids].slice(-MOST_KNOWN)
  }

  /** Plans found for other questions: the one at hand is looked for again where one of them beats it. */
  function foundBeside(plans: readonly ChargePlan[]): void {
    plans.forEach(remember)
    const shown = answer.value
    if (!shown || !last.value || settledOn.value !== last.value || isNone(shown.plan) || last.value.begun)
      return
    if (plans.some((plan) => beats(shown, plan))) void search(last.value)
  }

  /** A draft is answered in a blink once its code is compiled: a few are asked for while nobody waits. */
  function warmUp(question: WeighingAsk, found: Weighing): void {
    warm = true
    setTimeout(() => {
      void drafting.ask((engine) => engine.warm(...slim(question, formerOf(found)))).catch(() => {})
    }, REST_MS)
  }

  /** One draft at a time: a question that comes meanwhile is the next, and only the newest. */
  async function draft(question: WeighingAsk): Promise<void> {
    const from = answer.value && !isNone(answer.value.plan) ? answer.value : former
    if (draftUnderWay || !from || isNone(from.plan)) return
    draftUnderWay = true
    const found = await drafting
      .ask((engine) => engine.draft(...slim(question, formerOf(from))))
      .catch(() => null)
    draftUnderWay = false
    if (last.value !== question) {
      if (last.value && settledOn.value !== last.value) void draft(last.value)
      return
    }
    if (!found || settledOn.value === question) return
    answer.value = whole(question, found)
    draftFor.value = question
  }

  async function search(question: WeighingAsk, takesTime = false): Promise<void> {
    // Nobody waits for what is no longer asked.
    if (sought) searching.stop()
    sought = question
    longer.value = takesTime
    const shown = draftFor.value === question ? answer.value : (former ?? answer.value)
    const asked: WeighingAsk = {
      ...question,
      ...(shown && !isNone(shown.plan) ? { former: formerOf(shown).masses } : {}),
      ...(known.length > 0 ? { known } : {}),
    }
    try {
      const found = await searching.ask(
        (engine) => engine.plan(asked, takesTime),
        takesTime ? LONGER_MS : undefined,
      )
      if (last.value !== question) return
      const answered = whole(question, found)
      settle(question, answered)
      keep?.(answered)
    } catch (reason) {
      if (last.value !== question) return
      // An old plan beside this would pass for the answer.
      answer.value = settledOn.value = draftFor.value = null
      error.value = why(reason)
    } finally {
      if (sought === question) {
        sought = null
        longer.value = false
      }
    }
  }

  /** Asks again what got no answer. */
  function askAgain(): void {
    error.value = null
    if (last.value) void search(last.value)
  }

  /** Puts the question at hand once more, with time for it: the answer there is stays until there is another. */
  function lookLonger(): void {
    if (last.value && !sought) void search(last.value, true)
  }

  function clear(): void {
    clearTimeout(rest)
    if (sought) searching.stop()
    sought = null
    answer.value = settledOn.value = draftFor.value = last.value = null
    error.value = null
    former = null
    known = []
    keep = undefined
  }

  /** What comes of a weight if it is taken; leaves the answer at hand as it is. */
  const whatIf = (question: WeighingAsk, lotId: string, massG: number): Promise<Weighing> =>
    searching.ask((engine) => engine.whatIf(question, lotId, massG))

  return {
    ...{ answer, settledOn, draftFor, last, error, busy, longer, expectTyping, askFor, askAgain, lookLonger },
    ...{ clear, whatIf, foundBeside },
  }
})

/** An answer with the problem it answers, which the engine does not send back. */
const whole = (question: WeighingAsk, found: Answer): Weighing => ({
  ...found,
  problem: problemOf(question, found.how),
})

/** A question with the lots of its draft alone: hundreds of others would take longer on their way than the draft. */
function slim(
  { leftOut: _, former: __, ...question }: WeighingAsk,
  former: ReturnType<typeof formerOf>,
): [WeighingAsk, ReturnType<typeof formerOf>] {
  const named = new Set(former.lots)
  const lots = question.problem.lots.filter(({ id, fixedG }) => fixedG !== undefined || named.has(id))
  return [{ ...question, problem: { ...question.problem, lots } }, former]
}

/** What a draft starts from: how the plan was asked, and its free lots. */
function formerOf({ plan, how, concessions }: Shown): {
  how: HowAsked
  concessions: Weighing['concessions']
  lots: string[]
  masses: Record<string, number>
} {
  const masses = Object.fromEntries(plan.lines.map(({ lot, massG }) => [lot, massG]))
  return { how, concessions, lots: Object.keys(masses), masses }
}
