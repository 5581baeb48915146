import type { Browser, Page } from '@playwright/test'
import type { Workspace } from '#core/workspace'

interface App {
  useNuxtApp: () => { $pinia: { _s: Map<string, unknown> }; $router: { push: (to: string) => void } }
}
interface Yard {
  heats: { id: string; number: number; title: string }[]
  commit: (label: string, edits: unknown[]) => boolean
}

const EDITS = 21

/** A browser with a yard of its own, the first of several devices. */
async function deskWith(browser: Browser, base: string, yard: Workspace): Promise<Page> {
  const page = await (await browser.newContext({ locale: 'en-IE', serviceWorkers: 'block' })).newPage()
  await page.goto(base)
  await page.getByLabel('Yard file').setInputFiles({
    name: 'bench.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(yard)),
  })
  await page.getByText('Opened bench.json').waitFor({ timeout: 120_000 })
  await page.getByTestId('save-state').filter({ hasText: 'saved' }).waitFor({ timeout: 120_000 })
  await page.goto(`${base}/group`)
  await page.getByRole('button', { name: 'Start with this yard' }).click()
  await page.getByRole('button', { name: 'Add a device' }).waitFor({ timeout: 120_000 })
  return page
}

/** A second browser joins. */
async function joined(browser: Browser, desk: Page, heats: number): Promise<{ phone: Page; tookMs: number }> {
  await desk.getByRole('button', { name: 'Add a device' }).click()
  const link = await desk.getByTestId('invitation').inputValue()
  await desk.keyboard.press('Escape')
  const phone = await (await browser.newContext({ locale: 'en-IE', serviceWorkers: 'block' })).newPage()
  await phone.goto(link)
  const join = phone.getByRole('button', { name: 'Join', exact: true })
  await join.waitFor()
  const began = performance.now()
  await join.click()
  await phone.waitForFunction(
    (count) => ((window as unknown as App).useNuxtApp().$pinia._s.get('yard') as Yard).heats.length === count,
    heats,
    { timeout: 120_000, polling: 50 },
  )
  return { phone, tookMs: performance.now() - began }
}

/** An edit on one device until it is painted on the other, both on this machine: ms, each. */
async function seenAfter(desk: Page, phone: Page): Promise<number[]> {
  await desk.evaluate(() => (window as unknown as App).useNuxtApp().$router.push('/heat/13/melt'))
  await desk.getByTestId('now').waitFor()
  const times: number[] = []
  for (let edit = 0; edit < EDITS; edit++) {
    const title = `Heat as it is told ${edit}`
    const seen = desk.evaluate(async (text) => {
      while (
        !document.body.innerText.includes(text) &&
        ![...document.querySelectorAll('input')].some(({ value }) => value === text)
      )
        await new Promise(requestAnimationFrame)
      return Date.now()
    }, title)
    await phone.waitForTimeout(150)
    const done = await phone.evaluate((text) => {
      const yard = (window as unknown as App).useNuxtApp().$pinia._s.get('yard') as Yard
      const heat = yard.heats.find(({ number }) => number === 13)!
      const at = Date.now()
      yard.commit('Title', [{ collection: 'heats', id: heat.id, after: { ...heat, title: text } }])
      return at
    }, title)
    times.push((await seen) - done)
  }
  return times.sort((a, b) => a - b)
}

/**
 * What two browsers with one yard cost, over the server on this machine.
 * @returns rows of the benchmark's table
 */
export async function groupRows(
  browser: Browser,
  base: string,
  demo: Workspace,
  large: Workspace,
): Promise<[measure: string, figure: string, target: string][]> {
  const desk = await deskWith(browser, base, demo)
  const { phone } = await joined(browser, desk, demo.heats.length)
  const times = await seenAfter(desk, phone)
  await desk.context().close()
  await phone.context().close()
  const old = await deskWith(browser, base, large)
  const { tookMs } = await joined(browser, old, large.heats.length)
  return [
    [
      'devices: done on one, painted on the other, median and worst',
      `${times[EDITS >> 1]} ms, ${times.at(-1)} ms`,
      '≤ 150 ms',
    ],
    [
      `devices: ${large.lots.length} lots and ${large.heats.length} heats joined by a browser`,
      `${(tookMs / 1000).toFixed(1)} s`,
      '≤ 15 s',
    ],
  ]
}
