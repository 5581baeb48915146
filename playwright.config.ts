import { defineConfig } from '@playwright/test'
import { CHROMIUM_LAUNCH } from './scripts/chromium'
import { LONG_TOO } from './tests/support/reliability'

// A server that is started by hand takes what was built as it is.
process.env.HEPHAESTAL_PACKED ??= 'no'
const port = Number(process.env.E2E_PORT ?? 4311)

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/browser',
  fullyParallel: true,
  // One more than the two cores of a small machine: pages wait for their workers, and tests for the page.
  workers: 3,
  // Patience for a machine that others use too; what is slow is told by the benchmark, not by a test that gives up.
  timeout: 150_000,
  expect: { timeout: 20_000 },
  // A second try tells a machine that was too busy from a fault; what needed one is named at the end.
  retries: 1,
  // “@long” in its name: what takes long, or goes a way again that another test goes: in another unit, on another device,
  // through a whole job of its own, with thousands of steps.
  ...(LONG_TOO ? {} : { grepInvert: /@long/ }),
  reporter: [['list'], ['json', { outputFile: 'test-results/browser.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    locale: 'en-IE',
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    launchOptions: CHROMIUM_LAUNCH,
  },
  webServer: {
    command: 'node .output/server/index.mjs',
    env: { HOST: '127.0.0.1', PORT: String(port) },
    url: `http://127.0.0.1:${port}/`,
    reuseExistingServer: false,
  },
})
