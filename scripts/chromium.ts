import { existsSync } from 'node:fs'

export const CHROMIUM = '/usr/bin/chromium'

/** Debian's Chromium without a window, or, where that is not installed, the whole one. */
const WINDOWLESS = '/usr/bin/chromium-headless-shell'

/** How the project starts Debian's Chromium: as root in a container, without reaching out by itself. */
export const CHROMIUM_LAUNCH = {
  executablePath: existsSync(WINDOWLESS) ? WINDOWLESS : CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
    // Every test has workers of its own: compiling the solver anew for speed in each costs more than it gains.
    '--js-flags=--wasm-tiering-budget=200000000',
  ],
}
