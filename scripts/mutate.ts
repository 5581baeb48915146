import { spawnSync } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { Instrumenter } from '@stryker-mutator/instrumenter'
import { seeded } from '../tests/support/random-problem'
import config from '../stryker.config.mjs'

/*
 * Single seeded changes to each room of core, and how many of them the room's own tests notice.
 *   npm run mutate                           20 changes to each room
 *   npm run mutate -- --room ledger --each 100 --seed 7
 */
const { values } = parseArgs({
  options: {
    room: { type: 'string', multiple: true },
    each: { type: 'string', default: '20' },
    seed: { type: 'string', default: '1' },
    at: { type: 'string', default: '2' },
  },
})
const REPORT = 'test-results/mutation.json'
const quiet = () => undefined
const log = {
  ...{
    trace: quiet,
    debug: quiet,
    info: quiet,
    warn: console.warn,
    error: console.error,
    fatal: console.error,
  },
  ...{ isTraceEnabled: () => false, isDebugEnabled: () => false, isInfoEnabled: () => false },
  ...{ isWarnEnabled: () => true, isErrorEnabled: () => true, isFatalEnabled: () => true },
}

/** Every change that could be made to a room. */
async function places(room: string): Promise<string[]> {
  const names = readdirSync(`core/${room}`).filter((name) => name.endsWith('.ts') && name !== 'index.ts')
  const files = names.map((name) => ({
    name: `core/${room}/${name}`,
    content: readFileSync(`core/${room}/${name}`, 'utf8'),
    mutate: true,
  }))
  const { mutants } = await new Instrumenter(log).instrument(files, {
    plugins: null,
    excludedMutations: config.mutator.excludedMutations,
    ignorers: [],
  })
  return mutants.map(
    ({ fileName, location: { start, end } }) =>
      `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
  )
}

interface Report {
  files: Record<string, { source: string; mutants: Mutant[] }>
}
interface Mutant {
  status: string
  mutatorName: string
  replacement?: string
  location: { start: { line: number } }
}

/** Makes the changes one after another, and says which of them the room's own tests did not notice. */
function noticedIn(room: string, ranges: readonly string[]): { all: number; noticed: number } {
  rmSync(REPORT, { force: true })
  spawnSync('npx', ['stryker', 'run', '--mutate', ranges.join(','), '--concurrency', values.at], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, MUTATED_ROOM: room },
  })
  const { files } = JSON.parse(readFileSync(REPORT, 'utf8')) as Report
  let [all, noticed] = [0, 0]
  for (const [file, { source, mutants }] of Object.entries(files))
    for (const { status, mutatorName, replacement = '', location } of mutants) {
      if (!['Killed', 'Timeout', 'Survived', 'NoCoverage'].includes(status)) continue
      all++
      if (status === 'Killed' || status === 'Timeout') noticed++
      else {
        const line = source.split('\n')[location.start.line - 1]!.trim()
        console.log(`  ${file}:${location.start.line} ${mutatorName} → ${replacement}\n    ${line}`)
      }
    }
  return { all, noticed }
}

mkdirSync('test-results', { recursive: true })
const random = seeded(Number(values.seed))
const rows: string[] = []
for (const room of values.room ?? readdirSync('core')) {
  const all = [...new Set(await places(room))]
  const chosen: string[] = []
  while (chosen.length < Number(values.each) && all.length > 0)
    chosen.push(all.splice(Math.floor(random() * all.length), 1)[0]!)
  if (chosen.length === 0) continue
  console.log(`${room}: unnoticed`)
  const { all: made, noticed } = noticedIn(room, chosen)
  rows.push(`| ${room} | ${made} | ${noticed} | ${Math.round((100 * noticed) / made)} |`)
  console.log(rows.at(-1))
}
console.log(`\n| room | changes | noticed | % |\n| --- | --- | --- | --- |\n${rows.join('\n')}`)
