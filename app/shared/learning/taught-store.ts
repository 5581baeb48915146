import { why } from '~/storage/why'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Heat } from '#core/heat'
import type { LearnedRecovery, LearningGear, SharperShare, YardLearning } from '#core/learn'
import type { Crucible, Thermocouple } from '#core/gear'
import { Stopped } from '~/shared/engines/asked-engine'
import { learningEngine } from './learning-engine'
import { useYard } from '~/storage/yard-store'

/** What was learned, and the heats and gear it was learned from. */
interface Found {
  heats: readonly Heat[]
  gear: LearningGear
  learning: YardLearning
}

/** What the yard's heats teach, worked out beside the page and only where it is asked for. */
export const useTaught = defineStore('taught', () => {
  const yard = useYard()
  const engine = learningEngine(
    () => new Worker(new URL('../../../workers/learn.worker.ts', import.meta.url), { type: 'module' }),
  )
  /** The same list as before while only other heats changed: an open heat teaches nothing. */
  const logged = computed<readonly Heat[]>((before) => {
    const now = yard.heats.filter(({ loggedAt }) => loggedAt)
    return before?.length === now.length && now.every((heat, at) => heat === before[at]) ? before : now
  })
  const gear = computed<LearningGear>(() => ({
    crucibles: yard.gear
      .filter((one): one is Crucible => one.type === 'crucible')
      .map(({ id, brimCm3 }) => ({ id, brimCm3 })),
    thermocouples: yard.gear
      .filter((one): one is Thermocouple => one.type === 'thermocouple')
      .map(({ id, checks }) => ({ id, checks })),
  }))
  const found = shallowRef<Found | null>(null)
  const sharper = shallowRef<SharperShare[]>([])
  /** how far it is, 0 to 1; null while nothing is worked out */
  const progress = ref<number | null>(null)
  const stopped = ref(false)
  const fault = ref('')

  let asked: (Omit<Found, 'learning'> & { answer: Promise<YardLearning> }) | null = null
  /**
   * What is learned from the heats as they are now.
   * @throws what the engine threw, or that it was stopped
   */
  function learned(): Promise<YardLearning> {
    const [heats, tools] = [logged.value, gear.value]
    if (asked?.heats === heats && asked.gear === tools) return asked.answer
    const answer = engine.yard(heats, tools, tellProgress)
    const mine = { heats, gear: tools, answer }
    asked = mine
    answer.then(
      (learning) => {
        if (asked === mine) found.value = { heats, gear: tools, learning }
      },
      // The next question is to be asked anew.
      () => (asked = asked === mine ? null : asked),
    )
    return answer
  }
  /** What would be learned with these heats in the ledger. */
  const learnedWith = (heats: readonly Heat[]): Promise<YardLearning> => engine.yard(heats, gear.value)
  const under = (cover: string): Promise<LearnedRecovery[]> => engine.under(logged.value, cover)
  const tramps = () => engine.tramps(logged.value, yard.lots)

  const tellProgress = (done: number) => {
    if (progress.value !== null) progress.value = done
  }
  let looks = 0
  /** Everything the page of what was learned shows. */
  async function look(): Promise<void> {
    const mine = ++looks
    progress.value = 0
    stopped.value = false
    fault.value = ''
    try {
      await learned()
      const shares = await engine.sharper(logged.value, yard.lots, tellProgress)
      if (mine === looks) sharper.value = shares
    } catch (error) {
      if (mine !== looks) return
      if (error instanceof Stopped) stopped.value = true
      else fault.value = why(error)
    }
    if (mine === looks) progress.value = null
  }

  /** The page is left: what is still worked out is not waited for, and the engine goes on for whoever asks next. */
  function leave(): void {
    looks++
    progress.value = null
  }

  return {
    logged,
    gear,
    found,
    sharper,
    progress,
    stopped,
    fault,
    learned,
    learnedWith,
    under,
    tramps,
    look,
    leave,
    stop: engine.stop,
  }
})
