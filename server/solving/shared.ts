import { solvingPool, type SolvingPool } from './pool'

let shared: SolvingPool | null = null

/** The server's engines; their thread is a file beside it that the build writes. */
export const solving = (): SolvingPool =>
  (shared ??= solvingPool(new URL('./solve-worker.mjs', import.meta.url).href))

export async function endSolving(): Promise<void> {
  await shared?.end()
}
