/* What a fresh machine lacks: the packages of the lock file, and Debian's Chromium for the browser tests. */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
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

/**
 * The lock file with the address of each package. It names no registry, and npm would ask for all versions of each of
 * them to learn where one lies: as much to fetch again as the packages themselves. In a registry a package lies by its
 * name and version; what comes from there is held to the lock file's checksum, as ever.
 */
export function withAddresses(lock, registry) {
  const addressed = ([path, entry]) => {
    if (!entry.integrity || entry.resolved) return [path, entry]
    const name = entry.name ?? path.split('node_modules/').at(-1)
    const file = `${name.split('/').at(-1)}-${entry.version}.tgz`
    return [path, { ...entry, resolved: `${registry.replace(/\/$/, '')}/${name}/-/${file}` }]
  }
  return { ...lock, packages: Object.fromEntries(Object.entries(lock.packages).map(addressed)) }
}

/** Installs the packages when they are missing or older than the lock file. */
export async function ensurePackages() {
  const mark = join(ROOT, 'node_modules', '.package-lock.json')
  const lockFile = join(ROOT, 'package-lock.json')
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lockFile).mtimeMs - 5000) return
  console.log('Installing packages…')
  const install = () => started('npm', ['ci', '--no-audit', '--no-fund'], { stdio: 'inherit' })
  const { stdout, status } = spawnSync('npm', ['config', 'get', 'registry'], { cwd: ROOT, encoding: 'utf8' })
  const addressed = () => withAddresses(JSON.parse(readFileSync(lockFile, 'utf8')), stdout.trim())
  // npm looks for this name first. A registry that keeps packages elsewhere is asked where they lie.
  const done =
    (status === 0 && (await beside('npm-shrinkwrap.json', JSON.stringify(addressed()), install)) === 0) ||
    (await install()) === 0
  if (!done) throw new Error('npm ci failed')
}

/** Does something while a file lies in the root, and takes the file away again, even where that is broken off. */
async function beside(name, text, work) {
  const file = join(ROOT, name)
  const forget = () => rmSync(file, { force: true })
  const stop = () => process.exit(1)
  process.once('exit', forget).once('SIGINT', stop).once('SIGTERM', stop)
  writeFileSync(file, text)
  try {
    return await work()
  } finally {
    forget()
    process.off('exit', forget).off('SIGINT', stop).off('SIGTERM', stop)
  }
}

/** Runs Debian's package manager, as root where that is needed. */
function aptGet(...args) {
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const [command, ...rest] = [...sudo, 'apt-get', ...args]
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  return started(command, rest, { env, stdio: ['inherit', 'ignore', 'inherit'] })
}

const REDIS = '/usr/bin/redis-server'
/**
 * Debian's Redis, which tests start on a loopback port of their own.
 * @throws Error where it is missing and cannot be installed
 */
export async function ensureRedis() {
  if (existsSync(REDIS)) return
  console.log('Installing Redis…')
  await aptGet('update')
  await aptGet('install', '-y', '--no-install-recommends', 'redis-server')
  if (!existsSync(REDIS))
    throw new Error('Redis is missing and could not be installed: install Debian’s package "redis-server".')
}

/**
 * Installs Debian's Chromium when it is missing, while others go on: the one without a window, or the whole one where a
 * test needs its profile or Debian has no other.
 */
export async function ensureChromium({ whole = false } = {}) {
  const isThere = () => existsSync(CHROMIUM) || (!whole && existsSync(WINDOWLESS))
  if (isThere()) return
  console.log('Installing Chromium…')
  // What a desktop would add to it (printers, notices) takes longer than itself.
  await aptGet('update')
  const install = (...names) => aptGet('install', '-y', '--no-install-recommends', ...names)
  await install('fonts-liberation', 'chromium-headless-shell')
  if (!isThere()) await install('fonts-liberation', 'chromium')
  if (!isThere())
    throw new Error('Chromium is missing and could not be installed: install Debian’s package "chromium".')
}
