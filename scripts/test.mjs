/*
 * npm test: lint, types, unit, server and browser tests on a fresh machine. Its last line is the count. With --long the
 * plain files and the tests that take long are tried, too.
 */
import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium, ensurePackages, ensureRedis, ROOT, run } from './ensure.mjs'

const long = process.argv.includes('--long')
if (long) process.env.TESTS = 'long'
process.env.HEPHAESTAL_PACKED = long ? 'yes' : 'no'
const results = join(ROOT, 'test-results')
const total = { passed: 0, failed: 0, skipped: 0 }
const failures = []
/** browser tests that passed only at the second try */
const wavering = []

const since = (begun) => `${Math.round((Date.now() - begun) / 1000)} s`

/** A command beside others: what it says comes out whole, once it is done. */
function beside(name, command, args, env = {}) {
  return new Promise((resolve) => {
    const said = []
    const begun = Date.now()
    const running = spawn(command, args, { cwd: ROOT, env: { ...process.env, ...env } })
    running.stdout.on('data', (part) => said.push(part))
    running.stderr.on('data', (part) => said.push(part))
    const end = (code) => {
      console.log(`\n== ${name}, ${since(begun)}\n${Buffer.concat(said).toString('utf8')}`)
      resolve(code)
    }
    running.on('error', () => end(1))
    running.on('close', end)
  })
}

/** One command that passes or fails as a whole. */
async function check(name, command, args, env) {
  const ok = (await beside(name, command, args, env)) === 0
  total[ok ? 'passed' : 'failed']++
  if (!ok) failures.push(name)
  return ok
}

/** Counts what a test runner reported; one that died without its report is one failure. */
function count(name, code, report, read) {
  let counted = { passed: 0, failed: 0, skipped: 0 }
  try {
    counted = read(JSON.parse(readFileSync(report, 'utf8')))
  } catch {
    counted.failed = 1
  }
  if (code !== 0 && counted.failed === 0) counted.failed = 1
  for (const key of Object.keys(total)) total[key] += counted[key]
  if (counted.failed) failures.push(name)
}

async function unitTests() {
  const report = join(results, 'unit.json')
  rmSync(report, { force: true })
  const reporters = ['--reporter=default', '--reporter=json', `--outputFile.json=${report}`]
  const code = await beside('unit tests', 'npx', ['vitest', 'run', ...reporters])
  count('unit tests', code, report, (found) => ({
    passed: found.numPassedTests,
    failed: found.numFailedTests + (found.numFailedTestSuites && !found.numFailedTests ? 1 : 0),
    skipped: found.numPendingTests + found.numTodoTests,
  }))
}

/** The names of the browser tests that failed and then passed, from the report's tree. */
function flakyIn(suites = []) {
  return suites.flatMap(({ file, specs = [], suites: inner }) => [
    ...specs
      .filter(({ tests }) => tests.some(({ status }) => status === 'flaky'))
      .map(({ title }) => `${file}: ${title}`),
    ...flakyIn(inner),
  ])
}

function browserTests() {
  const report = join(results, 'browser.json')
  rmSync(report, { force: true })
  console.log('\n== server and browser tests')
  const begun = Date.now()
  const code = run('npx', ['playwright', 'test'], {
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  })
  console.log(`== server and browser tests, ${since(begun)}`)
  count('server and browser tests', code, report, ({ stats, suites }) => {
    wavering.push(...flakyIn(suites))
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected, skipped: stats.skipped }
  })
}

try {
  // Neither waits for the other on a fresh machine.
  // Debian's packages one after the other: they share a lock.
  const fromDebian = async () => {
    await ensureChromium({ whole: long })
    await ensureRedis()
  }
  await Promise.all([fromDebian(), ensurePackages()])
  mkdirSync(results, { recursive: true })
  await check('prepare', 'npx', ['nuxt', 'prepare'])
  // Two at a time, as there are two cores even on a small machine. The types are asked of the compiler itself, since
  // asking through the frame would write anew what the linter is reading.
  const linted = check('lint', 'npm', ['run', '-s', 'lint'])
  const tried = linted.then(() => check('format', 'npm', ['run', '-s', 'format:check'])).then(unitTests)
  // The app, the server, their tests and scripts are one program: what they share is looked through once.
  const building = async () => {
    await check('types', 'npx', ['vue-tsc', '-p', 'tsconfig.check.json', '--noEmit'])
    await linted
    const built = await check('build', 'npx', ['nuxt', 'build'])
    if (long) await check('plain files', 'node', ['scripts/generate.mjs'], { BASE_URL: '/casting/' })
    return built
  }
  const [built] = await Promise.all([building(), tried])
  if (built) browserTests()
} catch (error) {
  console.error(error)
  total.failed++
  failures.push(String(error.message))
}
if (wavering.length) console.log(`\nPassed only at the second try:\n  ${wavering.join('\n  ')}`)
if (failures.length) console.log(`\nFailed: ${failures.join(', ')}`)
console.log(`${total.passed} passed, ${total.failed} failed, ${total.skipped} skipped`)
process.exit(total.failed ? 1 : 0)
