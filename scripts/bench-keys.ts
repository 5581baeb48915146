import type { Browser, CDPSession, Page } from '@playwright/test'
import type { Workspace } from '#core/workspace'
import { seeded } from '../tests/support/random-problem'

type Row = [measure: string, figure: string, target: string]
type Quantile = (values: number[], q: number) => number

/** How the added lots differ from those of the demo yard. */
type Kind = 'cousins' | 'one price' | 'alike'

/** The demo yard with its stock grown to so many lots. */
export function grownYard(demo: Workspace, lots: number, kind: Kind = 'cousins'): Workspace {
  const yard = structuredClone(demo)
  const random = seeded(7)
  for (let i = 0; yard.lots.length < lots; i++) {
    const cousin = structuredClone(yard.lots[kind === 'alike' ? 0 : i]!)
    const [base] = Object.entries(cousin.composition).sort((a, b) => b[1] - a[1])[0]!
    let rest = 100
    if (kind !== 'alike')
      for (const [symbol, pct] of Object.entries(cousin.composition)) {
        if (symbol === base) continue
        cousin.composition[symbol] = pct * (0.7 + 0.6 * random())
        rest -= cousin.composition[symbol]!
      }
    cousin.composition[base] = Math.min(rest, cousin.composition[base]!)
    const id = `00000000-0000-4000-a000-${String(i).padStart(12, '0')}`
    const pricePerKg =
      kind === 'alike' ? cousin.pricePerKg : Number((cousin.pricePerKg * (0.9 + 0.3 * random())).toFixed(2))
    yard.lots.push({ ...cousin, id, name: `${cousin.name} ${i}`, pricePerKg })
  }
  if (kind === 'one price') yard.lots = yard.lots.map((lot) => ({ ...lot, pricePerKg: 6 }))
  return yard
}

interface Key {
  firstMs: number
  finalMs: number
}

/** Opens a yard and the charge of its open heat, the bounds of its second lot laid open. */
async function openCharge(page: Page, base: string, yard: Workspace): Promise<string> {
  await page.goto(`${base}/?yard=demo`)
  await page.getByRole('heading', { name: 'Demo yard' }).waitFor()
  await page.getByLabel('Yard file').setInputFiles({
    name: 'grown.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(yard)),
  })
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
  await page.getByText('Opened grown.json').waitFor()
  await page.getByTestId('save-state').getByText('saved', { exact: true }).waitFor()
  await page.goto(`${base}/heat/13/charge`)
  await page.getByText('to tap for').waitFor({ timeout: 60_000 })
  await page.waitForTimeout(3000)
  const name = (await page.locator('[data-lot]').nth(1).getAttribute('data-lot'))!
  const row = page.locator(`[data-lot="${name}"]`)
  await row.getByRole('button', { name: /Min\/max/ }).click()
  await row.getByLabel(`${name}: exactly`).fill('100')
  await page.waitForTimeout(2500)
  return name
}

/** One figure typed: ms to the first painted answer, and to the one that stays. */
function press(page: Page, name: string, grams: number): Promise<Key> {
  return page
    .locator(`[data-lot="${name}"]`)
    .getByLabel(`${name}: exactly`)
    .evaluate(
      (element, typed) =>
        new Promise<Key>((resolve, reject) => {
          const input = element as HTMLInputElement
          const answer = input.closest('li')!.querySelector('p b')!
          const head = document.querySelector('[data-testid="answer"]')!
          const before = answer.textContent
          const start = performance.now()
          let firstMs = 0
          const timer = setTimeout(() => reject(new Error('no answer within 8 s')), 8000)
          const done = () => {
            if (firstMs === 0 || head.getAttribute('aria-busy') === 'true') return
            seen.disconnect()
            clearTimeout(timer)
            requestAnimationFrame(() =>
              setTimeout(() => resolve({ firstMs, finalMs: performance.now() - start })),
            )
          }
          const seen = new MutationObserver(() => {
            if (firstMs === 0 && answer.textContent !== before) {
              firstMs = -1
              requestAnimationFrame(() =>
                setTimeout(() => {
                  firstMs = performance.now() - start
                  done()
                }),
              )
            } else if (firstMs > 0) done()
          })
          seen.observe(document.body, {
            subtree: true,
            childList: true,
            characterData: true,
            attributes: true,
          })
          input.value = String(typed)
          input.dispatchEvent(new Event('input', { bubbles: true }))
        }),
      grams,
    )
}

/** Script, style and layout on the page's own thread so far, ms. */
async function workOf(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics')
  const of = (name: string) => metrics.find((one) => one.name === name)?.value ?? 0
  return 1000 * (of('ScriptDuration') + of('RecalcStyleDuration') + of('LayoutDuration'))
}

/** Keys typed into a lot's exact mass, one after the other. */
async function keys(page: Page, base: string, yard: Workspace, count: number, slow = 1) {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  // What the loader of this script puts round named functions.
  await page.addInitScript('globalThis.__name = (named) => named')
  const name = await openCharge(page, base, yard)
  if (slow > 1) await session.send('Emulation.setCPUThrottlingRate', { rate: slow })
  const found: Key[] = []
  let missed = 0
  const before = await workOf(session)
  for (let i = 0; i < count; i++) {
    await page.waitForTimeout(120)
    await press(page, name, 101 + ((i * 7) % 40)).then(
      (key) => found.push(key),
      (error: Error) => {
        if (!error.message.includes('no answer')) throw error
        missed++
      },
    )
  }
  return { found, missed, workMs: (await workOf(session)) - before }
}

/** From a key to the painted answer, in a browser, by the built app. */
export async function keyRows(
  browser: Browser,
  base: string,
  demo: Workspace,
  quantile: Quantile,
  ms: (value: number) => string,
): Promise<Row[]> {
  const rows: Row[] = []
  const cases = [
    ['40 lots', grownYard(demo, 40), 40, 1, '≤ 60 ms (≤ 30 ms); ≤ 250 ms'],
    ['40 lots, processor four times slower', grownYard(demo, 40), 20, 4, '≤ 150 ms'],
    ['254 lots', grownYard(demo, 254), 20, 1, '≤ 150 ms; ≤ 1.5 s'],
    ['254 lots of one price', grownYard(demo, 254, 'one price'), 20, 1, '≤ 150 ms; ≤ 1.5 s'],
    ['254 lots, 238 of them alike', grownYard(demo, 254, 'alike'), 20, 1, '≤ 150 ms; ≤ 1.5 s'],
  ] as const
  for (const [name, yard, count, slow, target] of cases) {
    const context = await browser.newContext({ locale: 'en-IE' })
    const { found, missed, workMs } = await keys(await context.newPage(), base, yard, count, slow)
    const first = found.map(({ firstMs }) => firstMs)
    const final = found.map(({ finalMs }) => finalMs)
    rows.push([
      `key to first painted answer, ${name}: p95 (median); to the final one: p95`,
      found.length === 0
        ? `no answer within 8 s for ${missed} of ${count} keys`
        : `${ms(quantile(first, 0.95))} (${ms(quantile(first, 0.5))}); ${ms(quantile(final, 0.95))}${missed ? `; none for ${missed} of ${count}` : ''}`,
      target,
    ])
    rows.push([
      `  the page’s own thread, script, style and layout, for each key`,
      ms(workMs / count),
      name === '40 lots' ? '≤ 20 ms' : '',
    ])
    await context.close()
  }
  return rows
}
