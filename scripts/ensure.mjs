/* What a fresh machine lacks: the packages of the lock file, and Debian's Chromium for the browser tests. */
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')
export const CHROMIUM = '/usr/bin/chromium'

/** Runs a command with its output shown; gives its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options })
  if (done.error) throw done.error
  return done.status ?? 1
}

/** Installs the packages when they are missing or older than the lock file. */
export function ensurePackages() {
  const mark = join(ROOT, 'node_modules', '.package-lock.json')
  const lock = statSync(join(ROOT, 'package-lock.json')).mtimeMs
  if (existsSync(mark) && statSync(mark).mtimeMs >= lock - 5000) return
  console.log('Installing packages…')
  if (run('npm', ['ci', '--no-audit', '--no-fund']) !== 0) throw new Error('npm ci failed')
}

/** Installs Debian's Chromium when it is missing. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return
  console.log('Installing Chromium…')
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args]
    return run(command, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } })
  }
  apt('update')
  // Without a window it takes a fifth less time; where Debian has no such package the whole one does.
  apt('install', '-y', 'chromium-headless-shell')
  if (apt('install', '-y', 'chromium') !== 0 || !existsSync(CHROMIUM))
    throw new Error('Chromium is missing and could not be installed: install Debian’s package "chromium".')
}
