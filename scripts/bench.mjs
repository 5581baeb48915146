/* npm run bench: the speed figures of docs/benchmarks.md, measured afresh on this machine. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium, ensurePackages, ROOT, run } from './ensure.mjs'

await ensurePackages()
await ensureChromium()
if (!existsSync(join(ROOT, '.output/server/index.mjs')) && run('npx', ['nuxt', 'build']) !== 0)
  process.exit(1)
process.exit(run('npx', ['--no-install', 'tsx', 'scripts/bench.ts', ...process.argv.slice(2)]))
