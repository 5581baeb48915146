import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, openDemo, SCREENS, test, visit } from './support'

/** Rows of a long list are alike: a dozen of each are looked at. */
const ALIKE = ':is(ul, ol, tbody) > :nth-child(n + 13)'
const THIRD = Math.ceil(SCREENS.length / 3)
const THIRDS = [0, 1, 2].map((at) => SCREENS.slice(at * THIRD, (at + 1) * THIRD))
/** What is most in hand. */
const MAIN = ['/', '/stock', '/heat/13/charge', '/heat/13/scale', '/heat/13/melt', '/heat/11/pour', '/ledger']
/** Where drawings with colours of their own stand on a theme's; that its own go together is a unit test. */
const DRAWN = [
  '/stock',
  '/heat/13/charge',
  '/heat/13/sheet',
  '/heat/11/pour',
  '/heat/4/assay',
  '/heat/11/story',
  '/trends',
]

// All is looked at on the desk in light; a narrow screen breaks sizes and names, a theme contrast only. Which colours
// of the themes go together is a unit test, so that contrast is looked at where drawings have their own.
const DESK = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
const PHONE = ['target-size', 'scrollable-region-focusable', 'label', 'button-name', 'link-name']
const DARK = ['color-contrast', 'link-in-text-block']

/** WCAG 1.4.12: lines 1.5, letters 0.12, words 0.16 times the size. */
const WIDE_SET =
  '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; }'

/** By how much the page runs off the side. */
const runsOff = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)

/** On the narrowest screen, and on a telephone with its text set wide, nothing runs off once drawings have followed. */
async function staysOn(page: Page, path: string): Promise<void> {
  await page.setViewportSize({ width: 320, height: 720 })
  await expect.poll(() => runsOff(page), { message: `${path} at 320 px` }).toBe(0)
  await page.setViewportSize({ width: 390, height: 844 })
  const style = await page.addStyleTag({ content: WIDE_SET })
  await expect.poll(() => runsOff(page), { message: `${path} wide-set` }).toBe(0)
  await style.evaluate((element) => (element as HTMLStyleElement).remove())
}

/** What axe has against the page as it stands, and whether it runs off the side. */
async function wrong(page: Page, path: string, set: (axe: AxeBuilder) => AxeBuilder): Promise<string[]> {
  // There are no frames of other origins to gather from. What passes need not be described node by node: that takes most of the time.
  const axe = new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .exclude(ALIKE)
  const { violations } = await set(axe).analyze()
  const wide = await runsOff(page)
  return [
    ...violations.map(
      ({ id, nodes }) =>
        `${path} ${id}: ${nodes
          .slice(0, 3)
          .map(({ target }) => target.join(' '))
          .join(' | ')}`,
    ),
    ...(wide > 0 ? [`${path} scrolls sideways by ${wide}`] : []),
  ]
}

/** Looks at each screen of the demo yard once what comes late is on it, on the desk to begin with where it is asked for. */
async function lookAt(
  page: Page,
  screens: readonly string[],
  found: (path: string) => Promise<string[]>,
  desk: readonly string[] = screens,
): Promise<void> {
  test.setTimeout(300_000)
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await openDemo(page)
  for (const path of screens) {
    if (desk.includes(path)) await page.setViewportSize({ width: 1280, height: 800 })
    await visit(page, path)
    await expect(page.getByRole('main')).not.toContainText('Opening the yard')
    if (path.endsWith('charge')) await expect(page.getByTestId('answer')).toContainText('to tap for')
    if (path === '/ledger') await expect(page.getByTestId('where-chart').locator('svg').first()).toBeVisible()
    expect(await found(path)).toEqual([])
  }
}

/** What axe has against a screen on the desk. */
const onTheDesk = (page: Page, path: string) =>
  wrong(page, path, (axe) => axe.withTags(DESK).disableRules(DRAWN.includes(path) ? [] : ['color-contrast']))

test('every screen opens under a title and stays on a phone; axe finds nothing on those most in hand', async ({
  page,
}) => {
  const look = async (path: string) => {
    const found = MAIN.includes(path) ? await onTheDesk(page, path) : []
    if (path !== '/') await expect(page, path).toHaveTitle(/.+ · Hephaestal$/)
    await page.setViewportSize({ width: 390, height: 844 })
    await expect.poll(() => runsOff(page), { message: `${path} at 390 px` }).toBe(0)
    return found
  }
  await lookAt(page, SCREENS, look, MAIN)
})

for (const screens of THIRDS)
  test(`axe finds nothing on any stage from ${screens[0]} on, on the desk, in the dark and on a phone; nothing runs off the side, at 320 px or with wide-set text @long`, async ({
    page,
  }) => {
    await lookAt(page, screens, async (path) => {
      const found = await onTheDesk(page, path)
      if (DRAWN.includes(path)) {
        await page.emulateMedia({ colorScheme: 'dark' })
        found.push(...(await wrong(page, `${path} in the dark`, (axe) => axe.withRules(DARK))))
        await page.emulateMedia({ colorScheme: 'light' })
      }
      await page.setViewportSize({ width: 390, height: 844 })
      found.push(...(await wrong(page, `${path} on a phone`, (axe) => axe.withRules(PHONE))))
      await staysOn(page, path)
      return found
    })
  })

test('the whole path by keyboard alone @long', async ({ page }) => {
  await openDemo(page)
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 120; i++) {
      await page.keyboard.press('Tab')
      const label = await page.evaluate(() => {
        const element = document.activeElement as HTMLElement & { labels?: NodeListOf<HTMLLabelElement> }
        return (
          element?.getAttribute('aria-label') ?? element?.labels?.[0]?.innerText ?? element?.innerText ?? ''
        )
      })
      if (name.test(label.trim())) return
    }
    throw new Error(`Tab never reached ${name}`)
  }
  await tabTo(/^Start a heat$/)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/target/)
  await tabTo(/^Tap mass/)
  await page.keyboard.type('1500')
  await tabTo(/^Find an alloy$/)
  await page.keyboard.type('C90300')
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Liquidus 1000 °C')).toBeVisible()
  await page.keyboard.press('Alt+3')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await tabTo(/^Weighed /)
  await page.keyboard.type('1200')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Take back/ })).toHaveCount(1)
  await page.keyboard.press('Alt+4')
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await tabTo(/^I have read (it|them)$/)
  await page.keyboard.press('Enter')
  await tabTo(/^Done$/)
  // Buttons rest a moment after each press.
  await expect(page.getByTestId('step-on')).toBeEnabled()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('now')).not.toHaveText('Get ready')
  await page.keyboard.press('Alt+5')
  await tabTo(/^Next ingot$/)
  await page.keyboard.type('700')
  await page.keyboard.press('Enter')
  await expect(page.getByText('H-014-1').first()).toBeVisible()
  await page.keyboard.press('Alt+6')
  await tabTo(/^Sn/)
  await page.keyboard.type('8.2')
  await expect(page.getByTestId('verdict')).toContainText('Every measured limit is met')
  await tabTo(/^remarks/i)
  await page.keyboard.type('By keyboard')
  await page.keyboard.press('Control+k')
  await expect(page.getByLabel('Stage, heat or action')).toBeFocused()
  await page.keyboard.type('ledger')
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/ledger/)
  // While the palette goes, keys are its own.
  await expect(page.getByRole('dialog')).toHaveCount(0)
  // Nor is a key meant for the ledger typed into the page before it.
  await expect(page.getByTestId('ledger').getByRole('listitem').first()).toBeVisible()
  await expect(async () => {
    await page.keyboard.press('?')
    await expect(page.getByRole('heading', { name: 'Keyboard' })).toBeVisible({ timeout: 2000 })
  }).toPass()
  await page.keyboard.press('Escape')
})
