/* What a fresh machine lacks: the packages of the lock file, and Debian's Chromium for the browser tests. */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')
const CHROMIUM = '/usr/bin/chromium'
/** Debian's Chromium without a window: a fifth faster, and enough for nearly all tests. */
const WINDOWLESS = '/usr/bin/chromium-headless-shell'

/** Runs a command with its output shown; gives its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options })
  if (done.error) throw done.error
  return done.status ?? 1
}

/** A command while others go on; gives its exit code. */
const started = (command, args, options) =>
  new Promise((resolve) => {
    spawn(command, args, { cwd: ROOT, ...options })
      .on('error', () => resolve(1))
      .on('close', resolve)
  })

/** Installs the packages when they are missing or older than the lock file. */
export async function ensurePackages() {
  const mark = join(ROOT, 'node_modules', '.package-lock.json')
  const lock = statSync(join(ROOT, 'package-lock.json')).mtimeMs
  if (existsSync(mark) && statSync(mark).mtimeMs >= lock - 5000) return
  console.log('Installing packages…')
  const done = await started('npm', ['ci', '--no-audit', '--no-fund'], { stdio: 'inherit' })
  if (done !== 0) throw new Error('npm ci failed')
}

/**
 * Installs Debian's Chromium when it is missing, while others go on: the one without a window, or the whole one where a
 * test needs its profile or Debian has no other.
 */
export async function ensureChromium({ whole = false } = {}) {
  const isThere = () => existsSync(CHROMIUM) || (!whole && existsSync(WINDOWLESS))
  if (isThere()) return
  console.log('Installing Chromium…')
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args]
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
    return started(command, rest, { env, stdio: ['inherit', 'ignore', 'inherit'] })
  }
  // What a desktop would add to it (printers, notices) takes longer than itself.
  const install = (...names) => apt('install', '-y', '--no-install-recommends', 'fonts-liberation', ...names)
  await apt('update')
  await install('chromium-headless-shell')
  if (!isThere()) await install('chromium')
  if (!isThere())
    throw new Error('Chromium is missing and could not be installed: install Debian’s package "chromium".')
}
