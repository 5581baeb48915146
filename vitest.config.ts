import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: {
    alias: {
      '~': fileURLToPath(new URL('./app', import.meta.url)),
      // What Nuxt gives is stood in for: a composable is tested without it.
      '#imports': fileURLToPath(new URL('./tests/support/frame.ts', import.meta.url)),
    },
  },
  test: {
    include: ['tests/unit/**/*.test.ts'],
    environment: 'node',
    setupFiles: ['tests/support/seed.ts'],
    testTimeout: 150_000,
    // One worker for each core: the longest files wait for their solver, not for the disk.
    maxWorkers: '100%',
  },
})
