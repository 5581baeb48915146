/* npm run charge -- FILE | - : solves a charge problem; 0 solved, 1 bad input, 2 nothing fits. */
import { ensurePackages, run } from './ensure.mjs'

const log = console.log
console.log = console.error
await ensurePackages()
console.log = log
process.exit(run('npx', ['--no-install', 'tsx', 'scripts/charge.ts', ...process.argv.slice(2)]))
