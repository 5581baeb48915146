/* npm run demo: installs what is missing, builds, starts the app, prints the address. --blank starts empty. */
import { spawn } from 'node:child_process'
import { ensurePackages, ROOT, run } from './ensure.mjs'
import { freePort } from './shed/free-port.mjs'

const blank = process.argv.includes('--blank')
ensurePackages()
console.log('Building…')
if (run('npx', ['nuxt', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] }) !== 0) process.exit(1)

const port = await freePort(Number(process.env.PORT) || 4173)
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  cwd: ROOT,
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(port) },
  stdio: ['ignore', 'ignore', 'inherit'],
})
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.kill()
    process.exit(0)
  })
server.on('exit', (code) => process.exit(code ?? 0))
await answering(`http://127.0.0.1:${port}/`)
console.log(
  `\nHephaestal is at http://127.0.0.1:${port}/?yard=${blank ? 'blank' : 'demo'}   (Ctrl C stops it)`,
)

async function answering(url) {
  for (let tries = 0; tries < 100; tries++) {
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // not up yet
    }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('the server did not start')
}
