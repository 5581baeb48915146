import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const WORKER = fileURLToPath(new URL('../../server/solving/solve.worker.ts', import.meta.url))

/**
 * Writes the engine's thread beside the server, as a file that holds all of the engine and nothing of the server:
 * only the solver's runtime is fetched from the packages.
 * @param directory the server's
 */
export async function writeSolveWorker(directory: string): Promise<void> {
  await build({
    entryPoints: [WORKER],
    outfile: join(directory, 'solve-worker.mjs'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['highs'],
    logLevel: 'warning',
  })
}
