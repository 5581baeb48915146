import type { Locator, Page } from '@playwright/test'
import { seeded } from '../support/random-problem'
import { FULL } from '../support/reliability'
import { expect, openDemo, SCREENS, test, visit } from './support'

/*
 * Somebody who presses, types and chooses at random on every screen. Nothing may end the page, show a fault or write an
 * error into the console; the yard is the same after a reload.
 */

const TYPED = [
  '',
  '0',
  '2',
  '12.5',
  '-3',
  '1e9',
  'a dozen',
  '3 kg',
  '½',
  '٣',
  '<b>',
  '9'.repeat(40),
  'Cu',
  '%',
  '2026-12-02',
]
const KEYS = ['Enter', 'Escape', 'Tab', 'ArrowDown', 'ArrowUp', 'Space', 'Control+z', 'Control+Shift+z', '/']

/** @returns what was done; nothing where it could not be */
async function act(page: Page, random: () => number): Promise<string> {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const what = random()
  if (what < 0.12) {
    const path = pick(SCREENS)
    await visit(page, path)
    return `visit ${path}`
  }
  if (what < 0.2) {
    const key = pick(KEYS)
    await page.keyboard.press(key)
    return `key ${key}`
  }
  // A dialog covers all else.
  const dialog = page.getByRole('dialog')
  const within = (await dialog.count()) > 0 ? dialog.last() : page.locator('body')
  const controls = within.locator(
    'button:visible, a[href^="/"]:visible, input:visible:not([type=file]), select:visible, textarea:visible, summary:visible',
  )
  const count = await controls.count()
  if (count === 0) return ''
  const one = controls.nth(Math.floor(random() * count))
  try {
    const text = await one.evaluate((node) => node.outerHTML.slice(0, 80), null, { timeout: 1000 })
    await use(one, random)
    return text
  } catch {
    return ''
  }
}

/** What another layer covers, or what has gone meanwhile, is left alone. */
async function use(one: Locator, random: () => number): Promise<void> {
  const short = { timeout: 1000 }
  const [tag, type] = await one.evaluate(
    (node) => [node.tagName, node.getAttribute('type') ?? ''],
    null,
    short,
  )
  if (tag === 'SELECT') {
    const options = await one.locator('option').count()
    await one.selectOption({ index: Math.floor(random() * options) }, short)
  } else if (
    tag === 'TEXTAREA' ||
    (tag === 'INPUT' && !['checkbox', 'radio', 'range', 'color'].includes(type ?? ''))
  ) {
    await one.fill(TYPED[Math.floor(random() * TYPED.length)]!, short)
    if (random() < 0.5) await one.press('Enter', short)
  } else await one.click(short)
}

for (const seed of FULL ? [1, 2, 3] : [1])
  test(`${FULL ? 300 : 60} actions at random, seed ${seed}: nothing breaks @long`, async ({ page }) => {
    test.setTimeout(900_000)
    const random = seeded(seed)
    page.on('dialog', (dialog) => void dialog.dismiss().catch(() => {}))
    page.on('popup', (popup) => void popup.close().catch(() => {}))
    await openDemo(page)
    const done: string[] = []
    for (let times = 0; times < (FULL ? 300 : 60); times++) {
      done.push(await act(page, random))
      // Printing and a reload by the page itself may take it away for a moment.
      await page.waitForFunction(() => Boolean(document.querySelector('main, [data-testid="no-start"]')))
      for (const fault of ['no-start', 'fault'])
        expect(await page.getByTestId(fault).count(), `${fault} after ${done.slice(-6).join(' · ')}`).toBe(0)
    }
    expect(done.filter(Boolean).length).toBeGreaterThan(done.length / 2)
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await page.getByTestId('no-start').count()).toBe(0)
  })
