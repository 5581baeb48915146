/* How long the page stands still, screen by screen, in a yard of 2 000 lots and 5 000 heats. Run with: npx tsx scripts/frames.ts (a build is needed) */
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { workspaceSchema } from '#core/workspace'
import { chromium, type Page } from '@playwright/test'
import { largeYard, type GrowingYard } from '../tests/support/large-yard'
import { CHROMIUM_LAUNCH } from './chromium'

const PORT = 4398
const BASE = `http://127.0.0.1:${PORT}`
const server = spawn('node', ['.output/server/index.mjs'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT) },
  stdio: 'ignore',
})
process.on('exit', () => server.kill())
while (!(await fetch(BASE).catch(() => null))?.ok) await new Promise((resolve) => setTimeout(resolve, 100))

declare global {
  interface Window {
    still: { ms: number; began: number }[]
  }
}
const small = JSON.parse(readFileSync('data/demo-yard.json', 'utf8')) as GrowingYard
const yard = largeYard(small)
const text = JSON.stringify(yard)
workspaceSchema.parse(yard)
console.log(`${yard.lots.length} lots, ${yard.heats.length} heats, ${(text.length / 1e6).toFixed(1)} MB\n`)

const browser = await chromium.launch({ ...CHROMIUM_LAUNCH, headless: true })
const page: Page = await browser.newPage({ locale: 'en-IE', viewport: { width: 1280, height: 800 } })
await page.addInitScript(() => {
  window.still = []
  new PerformanceObserver((list) => {
    for (const { duration, startTime } of list.getEntries())
      window.still.push({ ms: duration, began: startTime })
  }).observe({ entryTypes: ['longtask'] })
})
await page.goto(`${BASE}/`)

/** Nothing has stood still for so long: the work is over. */
const QUIET_MS = 1500
const LONGEST_MS = 60_000
/** Does something and tells the longest and the sum of all halts it brings. */
async function watch(name: string, work: () => Promise<unknown>, done = async () => {}): Promise<void> {
  await page.evaluate(() => void (window.still = []))
  const began = performance.now()
  let fault = ''
  try {
    await work()
    await done()
  } catch (error) {
    fault = String((error as Error).message).split('\n')[0]!
  }
  const took = performance.now() - began
  await page.waitForFunction(
    (quiet) => performance.now() - Math.max(0, ...window.still.map(({ began: at, ms }) => at + ms)) > quiet,
    QUIET_MS,
    { timeout: LONGEST_MS, polling: 250 },
  )
  const halts = (await page.evaluate(() => window.still)).map(({ ms }) => Math.round(ms))
  const longest = Math.max(0, ...halts)
  const sum = halts.reduce((all, ms) => all + ms, 0)
  console.log(
    `${longest > 200 ? '!' : ' '} ${name.padEnd(28)} longest ${String(longest).padStart(6)} ms, all ${String(sum).padStart(6)} ms, done after ${Math.round(took)} ms ${fault}`,
  )
}
const visit = (path: string) => () => page.evaluate((to) => window.useNuxtApp!().$router.push(to), path)
const savedAll = () =>
  page
    .getByTestId('save-state')
    .filter({ hasText: /^saved$/ })
    .waitFor({ timeout: LONGEST_MS })

const first = yard.heats.length
const folder = mkdtempSync(join(tmpdir(), 'frames-'))
const path = join(folder, 'large.json')
writeFileSync(path, text)
// By its path: given as bytes, it is the page that takes them apart.
const choose = () => page.getByLabel('Yard file').setInputFiles(path)
await watch(
  'open in an empty yard',
  async () => {
    await choose()
    await page.getByRole('status').filter({ hasText: 'Opened' }).waitFor({ timeout: LONGEST_MS })
  },
  savedAll,
)
const only = process.argv.slice(2)
const screens = [
  '/',
  '/stock',
  ...['target', 'charge', 'scale', 'sheet', 'melt', 'pour', 'assay', 'mould'].map(
    (stage) => `/heat/${first}/${stage}`,
  ),
  ...['pour', 'assay', 'story', 'trouble'].map((stage) => `/heat/4991/${stage}`),
  ...['pile', 'identify', 'scrap-book', 'together', 'ledger', 'alloys', 'gear', 'devices', 'handbook'],
  ...['handbook/faults', 'handbook/tables', 'learned', 'safety', 'trends', 'labels', 'compare'],
].map((path) => (path.startsWith('/') ? path : `/${path}`))
for (const path of only.length > 0 ? only : screens) await watch(path, visit(path))
if (only.length === 0) {
  await visit('/stock')()
  await watch('search the stock', () => page.getByRole('searchbox').first().pressSequentially('tin bar 1999'))
  await visit('/ledger')()
  await watch('search the ledger', () =>
    page.getByRole('searchbox').first().pressSequentially('sundial Sn>4 date>2023'),
  )
  await watch('look at the file', async () => {
    await choose()
    await page.getByTestId('import-counts').waitFor({ timeout: LONGEST_MS })
  })
  await watch('put in place', () => page.getByRole('button', { name: /^Replace my yard/ }).click(), savedAll)
  await watch('undo', () => page.keyboard.press('Control+z'), savedAll)
  await watch('redo', () => page.keyboard.press('Control+Shift+z'), savedAll)
  await visit('/backup')()
  await watch('take a snapshot', async () => {
    await page.getByRole('button', { name: 'Take a snapshot' }).click()
    await page.getByRole('status').filter({ hasText: 'Snapshot saved.' }).waitFor()
  })
  await watch('save to a file', async () => {
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Menu' }).click()
    await page.getByRole('menuitem', { name: 'Save the yard to a file' }).click()
    await download
  })
  await watch('read again', async () => {
    await page.reload()
    await savedAll()
  })
}
await browser.close()
rmSync(folder, { recursive: true })
process.exit()
