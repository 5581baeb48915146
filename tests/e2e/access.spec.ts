import AxeBuilder from '@axe-core/playwright'
import { expect, openDemo, SCREENS, test, visit } from './support'

/** Rows of a long list are alike: a dozen of each are looked at. */
const ALIKE = ':is(ul, ol, tbody) > :nth-child(n + 13)'
const HALF = Math.ceil(SCREENS.length / 2)

const HALVES = [SCREENS.slice(0, HALF), SCREENS.slice(HALF)]
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

for (const [theme, width, height, screens] of [
  ...HALVES.map((half) => ['light', 1280, 800, half] as const),
  ...HALVES.map((half) => ['light', 390, 844, half] as const),
  ['dark', 1280, 800, DRAWN] as const,
])
  test(`axe finds nothing on any stage from ${screens[0]} on, ${theme}, ${width}×${height}; nothing runs off the side`, async ({
    page,
  }) => {
    test.setTimeout(300_000)
    await page.setViewportSize({ width, height })
    await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' })
    await openDemo(page)
    for (const path of screens) {
      await visit(page, path)
      await expect(page.getByRole('main')).not.toContainText('Opening the yard')
      if (path.endsWith('charge')) await expect(page.getByTestId('answer')).toContainText('to tap for')
      if (path === '/ledger')
        await expect(page.getByTestId('where-chart').locator('svg').first()).toBeVisible()
      // What passes need not be described node by node: that takes most of the time.
      const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).exclude(ALIKE)
      // All is looked at on the desk in light; a theme breaks contrast only, a narrow screen sizes and names. Which
      // colours of the themes go together is a unit test, so that contrast is looked at where drawings have their own.
      const { violations } = await (
        theme === 'dark'
          ? axe.withRules(['color-contrast', 'link-in-text-block'])
          : width < 1000
            ? axe.withRules([
                'target-size',
                'scrollable-region-focusable',
                'label',
                'button-name',
                'link-name',
              ])
            : axe
                .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
                .disableRules(DRAWN.includes(path) ? [] : ['color-contrast'])
      ).analyze()
      const found = violations.map(
        ({ id, nodes }) =>
          `${path} ${id}: ${nodes
            .slice(0, 3)
            .map(({ target }) => target.join(' '))
            .join(' | ')}`,
      )
      expect(found).toEqual([])
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      expect(wide, `${path} scrolls sideways`).toBeLessThanOrEqual(0)
    }
  })

test('the whole path by keyboard alone', async ({ page }) => {
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
  await expect(page.getByTestId('verdict')).toContainText('Inside every limit that was measured')
  await tabTo(/^remarks/i)
  await page.keyboard.type('By keyboard')
  await page.keyboard.press('Control+k')
  await expect(page.getByLabel('Stage, heat or action')).toBeFocused()
  await page.keyboard.type('ledger')
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/ledger/)
  await page.keyboard.press('?')
  await expect(page.getByRole('heading', { name: 'Keyboard' })).toBeVisible()
  await page.keyboard.press('Escape')
})
