import { t } from '~/words'
import { wrap, type Remote } from 'comlink'

/** An engine behind a message port. */
export interface AskedEngine<E> {
  /**
   * Puts a question to the engine; where no answer comes, once more to a new one.
   * @param withinMs where it may take longer than answers do
   * @throws what the engine threw, or that it gives no answer
   */
  ask<T>(question: (engine: Remote<E>) => Promise<T>, withinMs?: number): Promise<T>
  /** Ends it in the midst of its work: who waits is told that it was stopped, and the next question begins a new one. */
  stop(): void
}

/** Why there is no answer, where the person wanted none. */
export class Stopped extends Error {}

interface Begun<E> {
  engine: Remote<E>
  /** never fulfilled; refused where the worker is lost to all who wait for it */
  lost: Promise<never>
  lose: (why: Error) => void
}

/**
 * An engine in a worker that is begun with the first question. One that does not start, fails or falls silent is ended
 * and begun anew, so that nobody waits for an answer that cannot come.
 * @param begin makes the worker
 * @param patienceMs longer than any answer takes; the second time twice that, for a machine that is merely slow
 */
export function askedEngine<E>(begin: () => Worker, patienceMs: number): AskedEngine<E> {
  let begun: Begun<E> | null = null

  function start(): Begun<E> {
    const worker = begin()
    let refuse!: (why: Error) => void
    const lost = new Promise<never>((_, reject) => (refuse = reject))
    lost.catch(() => {})
    const mine: Begun<E> = {
      engine: wrap<E>(worker),
      lost,
      lose(why) {
        worker.terminate()
        if (begun === mine) begun = null
        refuse(why)
      },
    }
    worker.addEventListener('error', () => mine.lose(new Error(t('shared.engine-broken'))))
    return mine
  }

  async function once<T>(question: (engine: Remote<E>) => Promise<T>, withinMs: number): Promise<T> {
    const mine = (begun ??= start())
    const timer = setTimeout(() => mine.lose(new Error(t('shared.engine-silent'))), withinMs)
    try {
      return await Promise.race([question(mine.engine), mine.lost])
    } catch (error) {
      // What it keeps may be the fault: the next question goes to a new one.
      mine.lose(error as Error)
      throw error
    } finally {
      clearTimeout(timer)
    }
  }

  return {
    async ask(question, withinMs = patienceMs) {
      try {
        return await once(question, withinMs)
      } catch (error) {
        if (error instanceof Stopped) throw error
        return once(question, 2 * withinMs)
      }
    },
    stop: () => begun?.lose(new Stopped(t('shared.engine-stopped'))),
  }
}
