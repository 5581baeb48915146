import { expect, test as base, type Page } from '@playwright/test'

/** A page whose console must stay clean: any error or uncaught exception fails the test. One that fails says what was on it. */
export const test = base.extend<{ page: Page }>({
  page: async ({ page }, use, info) => {
    const faults: string[] = []
    page.on('console', (message) => {
      // A line that cannot be had is said by the browser itself; the app says it on the page.
      if (message.type() === 'error' && !/^WebSocket connection to .* failed/.test(message.text()))
        faults.push(message.text())
    })
    page.on('pageerror', (error) => faults.push(error.message))
    await use(page)
    if (info.status !== info.expectedStatus) {
      const shown = await page.locator('body').innerText({ timeout: 5000 }).catch(String)
      console.log([`“${info.title}” failed at ${page.url()}`, ...faults, shown].join('\n'))
    }
    expect(faults, 'console errors').toEqual([])
  },
})

export { expect }

/** What a saved yard says, without what vouches for it. */
export function yardOf(text: string): unknown {
  const { checks, sha256, ...yard } = JSON.parse(text) as Record<string, unknown>
  expect([typeof checks, typeof sha256]).toEqual(['object', 'string'])
  return yard
}

/** Every screen of the demo yard. */
export const SCREENS = [
  '/',
  '/stock',
  '/heat/13/target',
  '/heat/13/charge',
  '/heat/13/scale',
  '/heat/13/sheet',
  '/pile',
  '/identify',
  '/scrap-book',
  '/day-plan',
  '/heat/13/melt',
  '/heat/11/pour',
  '/heat/4/assay',
  '/heat/13/pour',
  '/heat/13/assay',
  '/heat/4/infer',
  '/heat/13/infer',
  '/heat/13/curve',
  '/heat/13/rehearse',
  '/rehearsals',
  '/rehearse/zinc',
  '/ledger',
  '/alloys',
  '/gear',
  '/devices',
  '/heat/13/mould',
  '/mould',
  '/handbook',
  '/handbook/emergencies',
  '/handbook/faults',
  '/handbook/practice-heats',
  '/handbook/tables',
  '/handbook/glossary',
  '/handbook/sources',
  '/learned',
  '/backup',
  '/open',
  '/group',
  '/join',
  '/trends',
  '/labels',
  '/prices',
  '/compare',
  '/heat/11/story',
  '/heat/6/trouble',
  '/ingot/H-011-1',
]

/** Opens the demo yard and waits until it is on the disk. */
export async function openDemo(page: Page): Promise<void> {
  await page.goto('/?yard=demo')
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await saved(page)
}

/** Everything done so far is stored. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByTestId('save-state')).toHaveText('saved')
}

/** A mass with thin and no-break spaces turned plain, for comparing. */
export function plain(text: string): string {
  return text
    .replace(/[\u00a0\u202f]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
}

const forwarded = new WeakSet<Page>()

/** Puts the page's clock into the test's hand, from a time or from now on; once for each page. */
export async function takeClock(page: Page, time?: string): Promise<void> {
  if (forwarded.has(page)) return
  forwarded.add(page)
  await page.clock.install(time ? { time: new Date(time) } : {})
}

/** Lets the moment pass in which the furnace's buttons rest after a press, on the page's clock and not on ours. */
async function restOver(page: Page): Promise<void> {
  await takeClock(page)
  await page.clock.fastForward(750)
}

/** Reads the cautions of the step in hand, where it has any unread, and ticks it. */
export async function stepOn(page: Page): Promise<void> {
  const now = page.getByTestId('now')
  const before = await now.textContent()
  const next = page.getByTestId('step-on')
  if (/I have read/.test((await next.textContent()) ?? '')) {
    await next.click()
    await expect(next).toHaveText('Done')
    await restOver(page)
  }
  await next.click()
  await expect(now).not.toHaveText(before!)
  await restOver(page)
}

/** Ticks steps until one whose title matches is in hand. */
export async function stepTo(page: Page, title: RegExp): Promise<void> {
  const now = page.getByTestId('now')
  for (let step = 0; step < 25 && !title.test((await now.textContent()) ?? ''); step++) await stepOn(page)
  await expect(now).toHaveText(title)
}

/** Goes to another screen of the running app, as a link would. */
export async function visit(page: Page, path: string): Promise<void> {
  // A page that was just asked for has no router yet.
  await page.waitForFunction(() =>
    Boolean((window as { useNuxtApp?: () => { $router?: unknown } }).useNuxtApp?.().$router),
  )
  await page.evaluate(
    (to) =>
      (window as unknown as { useNuxtApp: () => { $router: { push: (to: string) => Promise<void> } } })
        .useNuxtApp()
        .$router.push(to),
    path,
  )
  await page.waitForURL(`**${path}`)
}

const MASSES = ['g', 'kg', 'oz', 'lb'] as const
type Mass = (typeof MASSES)[number]

/** Weighs in another unit from here on: the menu goes round them all. */
export async function weighIn(page: Page, unit: Mass, from: Mass = 'g'): Promise<void> {
  const presses = (MASSES.indexOf(unit) - MASSES.indexOf(from) + MASSES.length) % MASSES.length
  for (let press = 0; press < presses; press++) {
    await page.getByTitle('Units, colours, files').click()
    await page.getByRole('menuitem', { name: /^Weights in/ }).click()
  }
  await saved(page)
}

/** Weighs the lot that the scale asks for, and waits until it is written down. */
export async function weighOnPan(page: Page, lot: string, massG: string): Promise<void> {
  await expect(page.getByTestId('scale-lot')).toHaveText(lot)
  await page.getByLabel(/Scale reading/).fill(massG)
  await page.getByRole('button', { name: 'Record, next' }).click()
  await expect(page.getByRole('button', { name: `Take back ${lot}` })).toBeVisible()
}

/** Leaves a lot of the plan out: its line is opened, and the tick taken off. */
export async function leaveOut(page: Page, name: string): Promise<void> {
  const box = page.getByRole('checkbox', { name: `Use ${name}`, exact: true })
  const line = page.getByRole('button', { name: `Min/max and composition of ${name}`, exact: true })
  await expect(box.or(line).first()).toBeVisible()
  if (!(await box.isVisible())) await line.click()
  await box.uncheck()
}

/** Unfolds how the charge is chosen. */
export async function openChoices(page: Page): Promise<void> {
  const folded = page.getByTestId('choices')
  if ((await folded.getAttribute('open')) === null) await folded.locator('summary').first().click()
}
