/* A thousand heavy posts by clients that leave after three seconds, and beside them how long the page and a small problem wait. Run with: npx tsx scripts/heavy-posts.ts (a build is needed) */
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { heavyProblem } from '../tests/support/heavy-problem'

const PORT = 4399
const at = (path: string) => `http://127.0.0.1:${PORT}${path}`
const POSTS = Number(process.env.POSTS ?? 1000)
const server = spawn('node', ['.output/server/index.mjs'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), HEPHAESTAL_TRUST_PROXY: 'loopback' },
  stdio: 'ignore',
})
process.on('exit', () => server.kill())
while (!(await fetch(at('/')).catch(() => null))?.ok) await new Promise((resolve) => setTimeout(resolve, 100))

const heavy = JSON.stringify(heavyProblem(200, { timeLimitS: 5 }))
const small = readFileSync('examples/gunmetal.json', 'utf8')
/** Each client has an address of its own, told by a proxy that is trusted here: else most would be refused unheard. */
const post = (body: string, client: number, leaveMs: number) =>
  fetch(at('/api/charge'), {
    method: 'POST',
    body,
    headers: {
      'content-type': 'application/json',
      'x-forwarded-for': `10.${client >> 16}.${(client >> 8) & 255}.${client & 255}`,
    },
    signal: AbortSignal.timeout(leaveMs),
  }).then(
    async (answer) => (await answer.arrayBuffer(), String(answer.status)),
    () => 'left',
  )

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await work()
  return performance.now() - began
}
const page: number[] = []
const asked: number[] = []
const outcomes = new Map<string, number>()
/** In a process of its own: the one that sends the posts is busy itself. */
const watcher = spawn(
  'node',
  [
    '--input-type=module',
    '--eval',
    `for (;;) {
      const began = performance.now()
      await fetch('${at('/ledger')}').then((answer) => answer.arrayBuffer()).catch(() => {})
      console.log(performance.now() - began)
      await new Promise((resolve) => setTimeout(resolve, 50))
    }`,
  ],
  { stdio: ['ignore', 'pipe', 'ignore'] },
)
watcher.stdout.on('data', (lines: Buffer) => page.push(...lines.toString().trim().split('\n').map(Number)))
const before = await timed(() => post(small, 1, 60_000))
let sent = 0
const clients = Array.from({ length: 25 }, async () => {
  while (sent < POSTS) {
    const outcome = await post(heavy, 1000 + ++sent, 3000)
    outcomes.set(outcome, (outcomes.get(outcome) ?? 0) + 1)
  }
})
const began = performance.now()
await Promise.all(clients)
const tookS = (performance.now() - began) / 1000
for (let turn = 0; turn < 5; turn++) asked.push(await timed(() => post(small, 2, 60_000)))
page.sort((a, b) => a - b)
const share = (of: number) => page[Math.min(page.length - 1, Math.floor(of * page.length))]!.toFixed(0)
console.log(`${POSTS} posts in ${tookS.toFixed(0)} s:`, Object.fromEntries(outcomes))
console.log(
  `the page beside them, ms: median ${share(0.5)}, 99 of 100 within ${share(0.99)}, longest ${share(1)} (${page.length} asked)`,
)
console.log(
  `a small problem, ms: ${before.toFixed(0)} before, right after ${asked.map((ms) => ms.toFixed(0)).join(', ')}`,
)

// Twenty at once, each of an address of its own and with all the time it asks for.
for (const [at, many] of [1, 20].entries()) {
  page.length = 0
  const answers = await Promise.all(
    Array.from({ length: many }, (_, client) => post(heavy, 100_000 * (at + 1) + client, 120_000)),
  )
  const counts = answers.reduce(
    (all, one) => all.set(one, (all.get(one) ?? 0) + 1),
    new Map<string, number>(),
  )
  page.sort((a, b) => a - b)
  console.log(
    `${many} at once:`,
    Object.fromEntries(counts),
    `the page: median ${share(0.5)} ms, longest ${share(1)} ms (${page.length} asked)`,
  )
}
watcher.kill()
process.exit(0)
