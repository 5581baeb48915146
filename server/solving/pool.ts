import { availableParallelism } from 'node:os'
import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { unknownPlan, type ChargePlan, type ChargeProblem } from '#core/charge'
import { heldPerClient } from '../limits/per-client'

const LIMITS = {
  /** two even on a small machine: a long problem is not to hold up a short one */
  threads: Math.min(4, Math.max(2, availableParallelism() - 1)),
  /** problems that may wait for a thread */
  mostWaiting: 32,
  /** problems of one client that may be waiting or at work */
  mostOfOne: 16,
  /** memory of one engine, MiB: a thousand lots take a tenth of it */
  mostMib: 512,
  /** s a problem has when it does not say, as the engine has it */
  usualS: 5,
  /**
   * Planning and saying why not each have the problem's time, and as long again for what they are in the middle of; an
   * engine that is not back by then and a little more is ended.
   */
  times: 4,
  slackS: 2,
}

const LONGEST_WAIT_S = 60

/** For how long, about, there is no room, s. */
export interface Busy {
  busyForS: number
}

/** What one problem of a client holds, from before it is read until it is answered. */
export interface Place {
  /**
   * Solves a problem in a thread of its own.
   * @param gone aborted when nobody waits for the answer any more: it is taken out of the queue, or its engine ended
   * @returns the plan, an unknown one where the engine overran its time and was ended; or that the queue has filled since
   * @throws AbortError when the client is gone, Error when the engine fails
   */
  solve(problem: ChargeProblem, gone: AbortSignal): Promise<{ plan: ChargePlan } | Busy>
  /** Gives it up; once, whatever came of it. */
  leave(): void
}

export interface SolvingPool {
  /**
   * A place for one problem, to be asked for before anything of it is read: a busy server says so at once.
   * @param client whose it is: no client fills the queue alone
   */
  enter(client: string): Place | Busy
  /** Ends all engines. */
  end(): Promise<void>
}

/**
 * Engines in threads; none is begun before the first problem.
 * @param worker address of the thread's file
 */
export function solvingPool(worker: string, limits: Partial<typeof LIMITS> = {}): SolvingPool {
  const { threads, mostWaiting, mostOfOne, mostMib, usualS, times, slackS } = { ...LIMITS, ...limits }
  const unanswered = heldPerClient(mostOfOne)
  const pool = new Piscina({
    filename: worker,
    // All of them stay: where one was ended, only a pool that is short of its least begins another for those waiting.
    minThreads: threads,
    maxThreads: threads,
    concurrentTasksPerWorker: 1,
    maxQueue: mostWaiting,
    resourceLimits: { maxOldGenerationSizeMb: mostMib },
  })

  /** When those that wait may have been answered, by how long others took, s. */
  function roomInS(): number {
    const { mean } = pool.histogram.runTime
    const usualMs = Number.isFinite(mean) ? mean : 0
    return Math.min(LONGEST_WAIT_S, Math.max(1, Math.ceil((usualMs * pool.queueSize) / 1000 / threads)))
  }

  return {
    enter(client) {
      if (pool.queueSize >= mostWaiting || !unanswered.take(client)) return { busyForS: roomInS() }
      return { solve, leave: () => unanswered.give(client) }
    },
    end: () => pool.destroy(),
  }

  async function solve(problem: ChargeProblem, gone: AbortSignal): Promise<{ plan: ChargePlan } | Busy> {
    // Others may have come in while this one was being read.
    if (pool.queueSize >= mostWaiting) return { busyForS: roomInS() }
    const overrun = new AbortController()
    const { port1: told, port2: begun } = new MessageChannel()
    let timer: NodeJS.Timeout | undefined
    const mostMs = 1000 * (times * (problem.timeLimitS ?? usualS) + slackS)
    // The clock runs from the moment a thread has it: the time it waited is not its own.
    told.once('message', () => (timer = setTimeout(() => overrun.abort(), mostMs)))
    try {
      const signal = AbortSignal.any([gone, overrun.signal])
      const plan = (await pool.run({ problem, begun }, { signal, transferList: [begun] })) as ChargePlan
      return { plan }
    } catch (error) {
      if (overrun.signal.aborted) return { plan: unknownPlan(problem) }
      throw error
    } finally {
      clearTimeout(timer)
      told.close()
    }
  }
}
