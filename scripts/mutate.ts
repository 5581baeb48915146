import { spawnSync } from 'node:child_process'
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { Instrumenter } from '@stryker-mutator/instrumenter'
import { seeded } from '../tests/support/random-problem'
import config from '../stryker.config.mjs'

/*
 * Single seeded changes to each room of core, and how many of them the room's own tests notice.
 *   npm run mutate                           20 changes to each room
 *   npm run mutate -- --room ledger --each 100 --seed 7
 *   npm run mutate -- --room charge --alone  one change after the other, each until a first test fails: for rooms
 *                                            whose tests take a minute and more
 */
const { values } = parseArgs({
  options: {
    room: { type: 'string', multiple: true },
    each: { type: 'string', default: '20' },
    seed: { type: 'string', default: '1' },
    at: { type: 'string', default: '2' },
    alone: { type: 'boolean', default: false },
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
async function changesTo(room: string): Promise<Change[]> {
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
  const made = mutants.filter(({ status }) => status !== 'Ignored')
  return made.map(({ fileName, mutatorName, replacement, location: { start, end } }) => {
    // Told from line 1 where a place is named, from line 0 here.
    const range = `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`
    const at = { start: { line: start.line + 1, column: start.column + 1 } }
    const change = { file: fileName, mutatorName, replacement, from: start, to: end }
    return { range, key: keyOf(fileName, { mutatorName, replacement, location: at }), made: change }
  })
}

/** What tells one change from the others that lie in the same place. */
const keyOf = (file: string, { mutatorName, replacement, location }: Omit<Mutant, 'status'>): string =>
  [file, location.start.line, location.start.column, mutatorName, replacement].join(' ')

interface Report {
  files: Record<string, { source: string; mutants: Mutant[] }>
}
/** One change that can be made. */
interface Change {
  range: string
  key: string
  made: { file: string; mutatorName: string; replacement: string; from: Place; to: Place }
}
/** From line 0. */
interface Place {
  line: number
  column: number
}
interface Mutant {
  status: string
  mutatorName: string
  replacement?: string | undefined
  location: { start: { line: number; column: number } }
}

/**
 * Makes the changes one after another, and says which of them the room's own tests did not notice.
 * @returns null where that could not be tried
 */
function noticedIn(room: string, changes: readonly Change[]): { all: number; noticed: number } | null {
  rmSync(REPORT, { force: true })
  const ran = spawnSync(
    'npx',
    ['stryker', 'run', '--mutate', changes.map(({ range }) => range).join(','), '--concurrency', values.at],
    { encoding: 'utf8', env: { ...process.env, MUTATED_ROOM: room }, maxBuffer: 1e9 },
  )
  if (!existsSync(REPORT)) {
    // The tests fail without any change, or there are none.
    console.error(ran.stdout.split('\n').slice(-20).join('\n'))
    return null
  }
  const { files } = JSON.parse(readFileSync(REPORT, 'utf8')) as Report
  const asked = new Set(changes.map(({ key }) => key))
  let [all, noticed] = [0, 0]
  for (const [file, { source, mutants }] of Object.entries(files))
    for (const mutant of mutants) {
      const { status, mutatorName, replacement = '', location } = mutant
      // A place may hold further changes: only the one that was drawn counts.
      if (!asked.has(keyOf(file, mutant))) continue
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

/** Where a room is changed: each has a copy of the tree for itself. */
const copyFor = (room: string) => `test-results/changed/${room}`
/** Longer than any room's tests take. */
const MOST_MS = 420_000
/** A run that takes so many times as long as one without any change goes round and round: it has been noticed. */
const PATIENCE = 3

/** A copy of the tree for changes to be made in. */
function copyTree(room: string): string {
  const copy = copyFor(room)
  rmSync(copy, { recursive: true, force: true })
  const { stdout } = spawnSync('git', ['ls-files', '-co', '--exclude-standard'], {
    encoding: 'utf8',
    maxBuffer: 1e9,
  })
  for (const name of stdout
    .split('\n')
    .filter((one) => one && existsSync(one) && !one.startsWith('docs/screenshots'))) {
    mkdirSync(dirname(join(copy, name)), { recursive: true })
    cpSync(name, join(copy, name))
  }
  for (const name of ['node_modules', '.nuxt']) symlinkSync(resolve(name), join(copy, name))
  return copy
}

/** Whether a test of a room fails in the copy, or is not done within a time. */
function fails(room: string, mostMs: number): boolean {
  // Without a shell between, so that one who goes round and round can be stopped.
  const { status, error } = spawnSync(
    process.execPath,
    [
      'node_modules/vitest/vitest.mjs',
      'run',
      '--config',
      'vitest.mutation.config.ts',
      '--bail=1',
      `--maxWorkers=${values.at}`,
    ],
    {
      cwd: copyFor(room),
      env: { ...process.env, MUTATED_ROOM: room },
      timeout: mostMs,
      killSignal: 'SIGKILL',
      stdio: 'ignore',
    },
  )
  if (error) console.log('  (one went round and round)')
  return status !== 0
}

/**
 * Each change by itself in a copy of the tree, the room's tests run until one fails.
 * @returns null where one fails without any change
 */
function noticedAlone(room: string, changes: readonly Change[]): { all: number; noticed: number } | null {
  const copy = copyTree(room)
  const begun = performance.now()
  if (fails(room, MOST_MS)) return null
  const mostMs = Math.min(MOST_MS, 20_000 + Math.round(PATIENCE * (performance.now() - begun)))
  let noticed = 0
  for (const { file, mutatorName, replacement, from, to } of changes.map(({ made }) => made)) {
    const text = readFileSync(file, 'utf8')
    const lines = text.split('\n')
    const at = ({ line, column }: Place) =>
      lines.slice(0, line).reduce((sum, { length }) => sum + length + 1, 0) + column
    writeFileSync(join(copy, file), text.slice(0, at(from)) + replacement + text.slice(at(to)))
    const isNoticed = fails(room, mostMs)
    writeFileSync(join(copy, file), text)
    if (isNoticed) noticed++
    else
      console.log(
        `  ${file}:${from.line + 1} ${mutatorName} → ${replacement}\n    ${lines[from.line]!.trim()}`,
      )
  }
  return { all: changes.length, noticed }
}

mkdirSync('test-results', { recursive: true })
const random = seeded(Number(values.seed))
const rows: string[] = []
for (const room of values.room ?? readdirSync('core')) {
  const all = await changesTo(room)
  const chosen: Change[] = []
  while (chosen.length < Number(values.each) && all.length > 0)
    chosen.push(all.splice(Math.floor(random() * all.length), 1)[0]!)
  if (chosen.length === 0) continue
  console.log(`${room}: unnoticed`)
  const found = values.alone ? noticedAlone(room, chosen) : noticedIn(room, chosen)
  if (!found) {
    rows.push(`| ${room} | ${chosen.length} | not measured | |`)
    continue
  }
  const { all: made, noticed } = found
  rows.push(`| ${room} | ${made} | ${noticed} | ${Math.round((100 * noticed) / made)} |`)
  console.log(rows.at(-1))
}
console.log(`\n| room | changes | noticed | % |\n| --- | --- | --- | --- |\n${rows.join('\n')}`)
