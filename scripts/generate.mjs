/* npm run generate: the app as plain files, for any web server; BASE_URL says under which path it will lie. */
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensurePackages, ROOT, run } from './ensure.mjs'

await ensurePackages()
const out = join(ROOT, 'dist')
rmSync(out, { recursive: true, force: true })
const env = { ...process.env, HEPHAESTAL_STATIC: 'yes' }
if (run('npx', ['nuxt', 'generate'], { stdio: ['ignore', 'ignore', 'inherit'], env }) !== 0) process.exit(1)
console.log(
  `\nThe app lies in dist. Serve it at ${process.env.BASE_URL ?? '/'} of an address with TLS; see docs/serving.md.`,
)
