import { proxy, type Remote } from 'comlink'
import type { Heat } from '#core/heat'
import type { LearnedRecovery, LearningGear, SharperShare, YardLearning } from '#core/learn'
import type { Lot } from '#core/stock'
import type { LearnEngine } from '../../../workers/learn.worker'
import { askedEngine } from '~/shared/engines/asked-engine'

/** Of thousands of heats it takes seconds; on a phone that does other things besides, minutes. */
const PATIENCE_MS = 180_000
/** Heats copied at once: a few milliseconds' work. */
const AT_ONCE = 50
/** How much of the way is the telling. */
const TELLING = 0.3

/** Hears how far it is, 0 to 1. */
export type Progress = (done: number) => void

/** Learns from heats in a worker, which remembers those it was told: after the first time only what changed goes there. */
export function learningEngine(begin: () => Worker) {
  const engine = askedEngine<LearnEngine>(begin, PATIENCE_MS)
  const toldTo = new WeakMap<Remote<LearnEngine>, Map<string, Heat>>()

  async function tell(
    learner: Remote<LearnEngine>,
    heats: readonly Heat[],
    progress: Progress,
  ): Promise<void> {
    const known = toldTo.get(learner) ?? new Map<string, Heat>()
    toldTo.set(learner, known)
    const wanted = new Set(heats.map(({ id }) => id))
    const gone = [...known.keys()].filter((id) => !wanted.has(id))
    const changed = heats.filter((heat) => known.get(heat.id) !== heat)
    for (let from = 0; from < changed.length || gone.length > 0; from += AT_ONCE) {
      const part = changed.slice(from, from + AT_ONCE)
      const dropped = gone.splice(0)
      await learner.tell(part, dropped)
      for (const id of dropped) known.delete(id)
      for (const heat of part) known.set(heat.id, heat)
      progress((TELLING * Math.min(changed.length, from + AT_ONCE)) / changed.length)
    }
  }
  const silent: Progress = () => {}

  return {
    /** @param heats logged ones, as they lie in the yard: by which object it is, the engine knows what it was told */
    yard: (heats: readonly Heat[], gear: LearningGear, progress = silent): Promise<YardLearning> =>
      engine.ask(async (learner) => {
        await tell(learner, heats, progress)
        return learner.yard(gear)
      }),
    under: (heats: readonly Heat[], cover: string): Promise<LearnedRecovery[]> =>
      engine.ask(async (learner) => {
        await tell(learner, heats, silent)
        return learner.under(cover)
      }),
    tramps: (heats: readonly Heat[], lots: readonly Lot[]) =>
      engine.ask(async (learner) => {
        await tell(learner, heats, silent)
        return learner.tramps([...lots])
      }),
    sharper: (heats: readonly Heat[], lots: readonly Lot[], progress: Progress): Promise<SharperShare[]> =>
      engine.ask(async (learner) => {
        await tell(learner, heats, progress)
        const told = proxy((done: number) => progress(TELLING + (1 - TELLING) * done))
        return learner.sharper([...lots], told)
      }),
    stop: engine.stop,
  }
}
