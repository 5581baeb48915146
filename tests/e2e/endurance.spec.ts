import { execFileSync } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { CHROMIUM_LAUNCH } from '../../scripts/chromium'
import { expect, openDemo, saved, test, visit } from './support'
import { FULL } from '../support/reliability'

/* Tabs and browsers ended at any moment, and a season in one window. `npm run reliability` goes all the way. */
const TABS = FULL ? 120 : 4
const BROWSERS = FULL ? 30 : 1
const EDITS = FULL ? 5000 : 300
const ROUNDS = FULL ? 20 : 2
const BASE = `http://127.0.0.1:${process.env.E2E_PORT ?? 4311}`

/** The yard inside the page, as the app itself works with it. */
interface Inside {
  records: { lots: Record<string, { id: string; note: string }> }
  damaged: string[]
  repaired: string[]
  ready: boolean
  commit(label: string, edits: object[]): void
  undo(): unknown
  redo(): unknown
  saved(): Promise<void>
}
declare global {
  interface Window {
    insideYard: () => Inside
    acknowledged: (change: number) => Promise<void>
  }
}
const giveInside = (page: Page) =>
  page.addInitScript(() => {
    window.insideYard = () =>
      (window as unknown as { useNuxtApp: () => { $pinia?: { _s: Map<string, Inside> } } })
        .useNuxtApp()
        .$pinia?._s.get('yard') as Inside
  })

test('ended at random moments in the middle of writes, nothing acknowledged is lost and no step is half done @long', async () => {
  test.setTimeout(FULL ? 1_800_000 : 120_000)
  const folder = await mkdtemp(join(tmpdir(), 'yard-'))
  let seed = 7
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647
  let acknowledged = 0
  let change = 0
  const start = async (): Promise<[BrowserContext, Page]> => {
    const context = await chromium.launchPersistentContext(folder, { ...CHROMIUM_LAUNCH, headless: true })
    await context.exposeFunction(
      'acknowledged',
      (done: number) => void (acknowledged = Math.max(acknowledged, done)),
    )
    return [context, await context.newPage()]
  }
  /** Opens the yard, sees that it is whole, and goes on changing two lots at a time, as fast as it can. */
  const goOn = async (page: Page) => {
    await giveInside(page)
    await page.goto(`${BASE}/backup`)
    await page.waitForFunction(() => 'useNuxtApp' in window && window.insideYard()?.ready)
    const found = await page.evaluate(() => {
      const { records, damaged, repaired } = window.insideYard()
      const [first, second] = Object.values(records.lots).sort((a, b) => (a.id < b.id ? -1 : 1))
      return {
        notes: [first!.note, second!.note],
        lots: Object.keys(records.lots).length,
        damaged,
        repaired,
      }
    })
    expect(found).toMatchObject({ damaged: [], repaired: [], lots: 16 })
    if (change > 0) {
      expect(found.notes[0], 'a step half done').toBe(found.notes[1])
      expect(Number(found.notes[0]), 'an acknowledged change lost').toBeGreaterThanOrEqual(acknowledged)
      expect(Number(found.notes[0])).toBeLessThanOrEqual(change)
    }
    change += 10_000
    // How long to wait between them is drawn here, so that a run can be had again.
    const waits = Array.from({ length: 97 }, () => Math.round(random() * 60))
    await page.evaluate(
      ([from, waits]) => {
        const step = (at: number) => {
          const yard = window.insideYard()
          const pair = Object.values(yard.records.lots)
            .sort((a, b) => (a.id < b.id ? -1 : 1))
            .slice(0, 2)
          yard.commit(
            `change ${at}`,
            pair.map((lot) => ({ collection: 'lots', id: lot.id, after: { ...lot, note: String(at) } })),
          )
          void yard.saved().then(() => window.acknowledged(at))
          setTimeout(() => step(at + 1), waits[at % waits.length])
        }
        step(from - 9_999)
      },
      [change, waits] as const,
    )
    // Every run has something to lose.
    await expect.poll(() => acknowledged, { intervals: [20] }).toBeGreaterThan(change - 10_000)
  }
  try {
    let [context, page] = await start()
    await page.goto(`${BASE}/?yard=demo`)
    await saved(page)
    for (let kill = 0; kill < TABS; kill++) {
      await goOn(page)
      await page.waitForTimeout(100 + random() * 700)
      const crashed = page.waitForEvent('crash')
      void page.goto('chrome://crash').catch(() => {})
      await crashed
      const next = await context.newPage()
      await page.close()
      page = next
    }
    for (let kill = 0; kill < BROWSERS; kill++) {
      await goOn(page)
      await page.waitForTimeout(200 + random() * 900)
      execFileSync('pkill', ['-9', '-f', folder])
      await context.close().catch(() => {})
      ;[context, page] = await start()
    }
    await goOn(page)
    await context.close()
  } finally {
    await rm(folder, { recursive: true, force: true, maxRetries: 5 })
  }
})

test('a season in one window: memory, nodes and listeners stay where they were @long', async ({ page }) => {
  test.setTimeout(FULL ? 1_200_000 : 150_000)
  await giveInside(page)
  await openDemo(page)
  const probe = await page.context().newCDPSession(page)
  await probe.send('Performance.enable')
  const measure = async () => {
    for (let turn = 0; turn < 3; turn++) await probe.send('HeapProfiler.collectGarbage')
    const { metrics } = await probe.send('Performance.getMetrics')
    const of = (name: string) => metrics.find((one) => one.name === name)!.value
    return { heapMb: of('JSHeapUsedSize') / 2 ** 20, nodes: of('Nodes'), listeners: of('JSEventListeners') }
  }
  const screens = [
    '/stock',
    '/heat/13/target',
    '/heat/13/charge',
    '/heat/12/melt',
    '/heat/12/pour',
    '/heat/12/assay',
  ]
  const round = async () => {
    for (const screen of [...screens, '/heat/12/story', '/ledger', '/trends', '/learned', '/pile', '/']) {
      await visit(page, screen)
      await page.waitForTimeout(250)
    }
  }
  const edit = (times: number) =>
    page.evaluate(async (many) => {
      for (let at = 0; at < many; at++) {
        const yard = window.insideYard()
        const lots = Object.values(yard.records.lots)
        const lot = lots[at % lots.length]!
        if (at % 7 === 5) yard.undo()
        else if (at % 7 === 6) yard.redo()
        else
          yard.commit('edit', [
            { collection: 'lots', id: lot.id, after: { ...lot, note: `${at}`.padEnd(400, '.') } },
          ])
        if (at % 20 === 0) await yard.saved()
      }
      await window.insideYard().saved()
    }, times)
  // Once round first: what is loaded once stays, and the undo list fills.
  await round()
  await edit(EDITS / 3)
  await round()
  const before = await measure()
  await edit(EDITS)
  for (let turn = 0; turn < ROUNDS; turn++) await round()
  const after = await measure()
  console.log(`${EDITS} edits, ${ROUNDS * 12} screens: ${JSON.stringify({ before, after })}`)
  expect(after.heapMb).toBeLessThan(before.heapMb * 1.15 + 4)
  expect(after.nodes).toBeLessThan(before.nodes * 1.3 + 500)
  expect(after.listeners).toBeLessThan(before.listeners * 1.3 + 200)
})
