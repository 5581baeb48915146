import { metalFacts, METALS } from '#core/families'
import { expose } from 'comlink'
import type { Heat } from '#core/heat'
import {
  learnFromYard,
  learnRecovery,
  sharpenLots,
  trampByGeneration,
  type LearnedRecovery,
  type LearningGear,
  type SharperShare,
  type YardLearning,
} from '#core/learn'
import type { Lot } from '#core/stock'

/** The yard's logged heats as this engine was told them. */
const heats = new Map<string, Heat>()
const inTurn = () => [...heats.values()].sort((a, b) => a.number - b.number)

/** Learns from all the heats of a yard. It is told of them a few at a time, so that the page never stands still for it. */
const learning = {
  tell(changed: Heat[], gone: string[]): void {
    for (const heat of changed) heats.set(heat.id, heat)
    for (const id of gone) heats.delete(id)
  },

  yard: (gear: LearningGear): YardLearning => learnFromYard(inTurn(), gear),

  /** Only from the heats under one cover. */
  under: (cover: string): LearnedRecovery[] => learnRecovery(inTurn(), cover),

  /** Tramp elements by base and generation, with the numbers of the heats they were seen in. */
  tramps: (lots: Lot[]) =>
    METALS.filter((metal) => metalFacts(metal).tramps.length > 0).flatMap((metal) => {
      const generations = trampByGeneration(metal, lots, inTurn()).map(({ heats: seen, ...rest }) => ({
        ...rest,
        numbers: seen.map(({ number }) => number),
      }))
      return generations.length > 0 ? [{ metal, generations }] : []
    }),

  sharper: (lots: Lot[], told: (done: number) => void): SharperShare[] => sharpenLots(lots, inTurn(), told),
}

export type LearnEngine = typeof learning

expose(learning)
