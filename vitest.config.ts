import { execFileSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** Tests that put something in a module's place: each has its modules for itself. The others share them. */
const MOCKING = execFileSync('grep', ['-rlE', String.raw`vi\.(mock|stubGlobal)|pinia`, 'tests/unit'], {
  cwd: fileURLToPath(new URL('.', import.meta.url)),
  encoding: 'utf8',
})
  .trim()
  .split('\n')

export default defineConfig({
  resolve: {
    alias: {
      '~': fileURLToPath(new URL('./app', import.meta.url)),
      // What Nuxt gives is stood in for: a composable is tested without it.
      '#imports': fileURLToPath(new URL('./tests/support/frame.ts', import.meta.url)),
    },
  },
  test: {
    environment: 'node',
    testTimeout: 150_000,
    setupFiles: ['tests/support/seed.ts'],
    // One worker for each core: the longest files wait for their solver, not for the disk.
    maxWorkers: '100%',
    // Begun in a tenth of the time of a process.
    pool: 'threads',
    projects: [
      {
        extends: true,
        test: { name: 'shared', isolate: false, include: ['tests/unit/**/*.test.ts'], exclude: MOCKING },
      },
      { extends: true, test: { name: 'apart', include: MOCKING } },
    ],
  },
})
