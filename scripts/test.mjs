/* npm test: lint, types, unit, server and browser tests on a fresh machine. Its last line is the count. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium, ensurePackages, ROOT, run } from './ensure.mjs'

const results = join(ROOT, 'test-results')
const total = { passed: 0, failed: 0, skipped: 0 }
const failures = []

/** One command that passes or fails as a whole. */
function check(name, command, args) {
  console.log(`\n== ${name}`)
  const ok = run(command, args) === 0
  total[ok ? 'passed' : 'failed']++
  if (!ok) failures.push(name)
  return ok
}

/** A test runner that counts for itself; a runner that dies without its report is one failure. */
function suite(name, command, args, report, read, env = {}) {
  console.log(`\n== ${name}`)
  rmSync(report, { force: true })
  const code = run(command, args, { env: { ...process.env, ...env } })
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

try {
  ensurePackages()
  ensureChromium()
  mkdirSync(results, { recursive: true })
  check('prepare', 'npx', ['nuxt', 'prepare'])
  check('lint', 'npx', ['eslint', '.', '--max-warnings', '0'])
  check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.'])
  check('types', 'npx', ['nuxt', 'typecheck'])
  const unit = join(results, 'unit.json')
  suite(
    'unit tests',
    'npx',
    ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`],
    unit,
    (report) => ({
      passed: report.numPassedTests,
      failed: report.numFailedTests + (report.numFailedTestSuites && !report.numFailedTests ? 1 : 0),
      skipped: report.numPendingTests + report.numTodoTests,
    }),
  )
  if (check('build', 'npx', ['nuxt', 'build'])) {
    const browser = join(results, 'browser.json')
    suite(
      'server and browser tests',
      'npx',
      ['playwright', 'test'],
      browser,
      ({ stats }) => ({
        passed: stats.expected + stats.flaky,
        failed: stats.unexpected,
        skipped: stats.skipped,
      }),
      { PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
    )
  }
} catch (error) {
  console.error(error)
  total.failed++
  failures.push(String(error.message))
}
if (failures.length) console.log(`\nFailed: ${failures.join(', ')}`)
console.log(`${total.passed} passed, ${total.failed} failed, ${total.skipped} skipped`)
process.exit(total.failed ? 1 : 0)
