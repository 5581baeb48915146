/* npm run demo: installs what is missing, builds, starts the app, prints the address. --blank starts empty. */
import { ensurePackages, run } from './ensure.mjs'
import { freePort, listening, serveBuilt } from './serving.mjs'

const blank = process.argv.includes('--blank')
await ensurePackages()
console.log('Building…')
const env = { ...process.env, HEPHAESTAL_PACKED: 'no' }
if (run('npx', ['nuxt', 'build'], { stdio: ['ignore', 'ignore', 'inherit'], env }) !== 0) process.exit(1)

const port = await freePort(Number(process.env.PORT) || 4173)
serveBuilt({ HOST: '127.0.0.1', PORT: String(port) })
await listening(port)
console.log(
  `\nHephaestal is at http://127.0.0.1:${port}/?yard=${blank ? 'blank' : 'demo'}   (Ctrl C stops it)`,
)
