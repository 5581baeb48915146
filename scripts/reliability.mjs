/* npm run reliability: the figures of docs/reliability.md, tried afresh and all the way. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium, ensurePackages, ensureRedis, ROOT, run } from './ensure.mjs'

await ensurePackages()
await ensureChromium({ whole: true })
await ensureRedis()
if (!existsSync(join(ROOT, '.output/server/index.mjs')) && run('npx', ['nuxt', 'build']) !== 0)
  process.exit(1)
if (run('node', ['scripts/generate.mjs'], { env: { ...process.env, BASE_URL: '/casting/' } }) !== 0)
  process.exit(1)
const env = { ...process.env, RELIABILITY: 'full' }
const failed = [run('npx', ['vitest', 'run'], { env }), run('npx', ['playwright', 'test'], { env })].filter(
  (code) => code !== 0,
)
// How long the page waits beside a thousand heavy posts, and stands still in a large yard, are figures to be read, not tests.
for (const figures of ['heavy-posts', 'frames']) run('npx', ['tsx', `scripts/${figures}.ts`])
process.exit(failed.length > 0 ? 1 : 0)
