import { plain, expect, openDemo, SCREENS, takeClock, test, visit } from './support'
import type { Page } from '@playwright/test'

/** Where the keyboard is: never nowhere. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement
    return at && at !== document.body
      ? `${at.tagName} ${(at.textContent || at.getAttribute('aria-label') || '').trim().slice(0, 60)}`
      : 'nowhere'
  })
/** Waits until the keyboard is somewhere again. */
const somewhere = (page: Page, after: string) =>
  expect.poll(() => focused(page), { message: `after ${after}` }).not.toBe('nowhere')

test('every screen has a title of its own, is announced, and takes the keyboard to where its question stands @long', async ({
  page,
}) => {
  await openDemo(page)
  const titles = new Map<string, string>()
  for (const path of SCREENS.slice(1)) {
    await visit(page, path)
    await expect
      .poll(() => page.title(), { message: path })
      .not.toBe([...titles.values()].at(-1) ?? 'Hephaestal')
    const title = await page.title()
    expect(title, path).toMatch(/.+ · Hephaestal$/)
    titles.set(path, title)
    await expect(page.getByTestId('arrived')).toHaveText(title.replace(' · Hephaestal', ''))
    await somewhere(page, path)
  }
  expect(new Set(titles.values()).size, [...titles.values()].join('\n')).toBe(titles.size)
})

test('Esc gives the keyboard back to what opened a sheet @long', async ({ page }) => {
  await openDemo(page)
  for (const [path, opener, keys] of [
    ['/stock', 'Add a lot', 'Escape'],
    ['/heat/13/charge', /^Losses/, 'Escape'],
    ['/gear', 'Add a crucible', 'Escape'],
  ] as const) {
    await visit(page, path)
    const button = page.getByRole('button', { name: opener }).first()
    await button.focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog').getByRole('button', { name: 'Close' })).toBeVisible()
    await page.keyboard.press(keys)
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(button).toBeFocused()
  }
})

test('a heat by keys alone: after each thing done the keyboard is at the next, and it is said', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/scale')
  const said = page.getByTestId('said')
  for (let line = 0; line < 2; line++) {
    await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
    const lot = await page.getByTestId('scale-lot').innerText()
    const mass = plain(await page.getByTestId('scale-target').innerText())
    await page.getByLabel(/Scale reading/).focus()
    await page.keyboard.type(mass)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: `Take back ${lot}` })).toBeVisible()
    await expect(page.getByLabel(/Scale reading/)).toBeFocused()
    // The field is told by what it wants.
    await expect(page.getByLabel(/Scale reading/)).toHaveAccessibleDescription(/g|band|Good/)
  }
  const back = page.getByRole('button', { name: /^Take back/ }).first()
  await back.focus()
  await page.keyboard.press('Enter')
  await somewhere(page, 'Take back')
  await expect(said).toContainText(/taken back/i)

  await takeClock(page)
  await visit(page, '/heat/13/melt')
  for (let step = 0; step < 4; step++) {
    const before = await page.getByTestId('now').textContent()
    const next = page.getByTestId('step-on')
    await next.focus()
    if (/I have read/.test((await next.textContent()) ?? '')) {
      await page.keyboard.press('Enter')
      await somewhere(page, 'I have read it')
      await page.clock.fastForward(800)
      await next.focus()
    }
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('now')).not.toHaveText(before!)
    await expect(page.getByTestId('step-on')).toBeFocused()
    await expect(said).toContainText((await page.getByTestId('now').textContent())!.trim())
    await page.clock.fastForward(800)
  }
})

test('from the scale to the ledger by keys alone: the ingot, the sprues, a reading, the log @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/scale')
  await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
  await expect(page.getByLabel(/Scale reading/)).toBeFocused()
  await page.keyboard.type('1665')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Take back/ })).toHaveCount(1)
  await page.keyboard.press('Alt+5')
  await expect(page).toHaveURL(/pour$/)
  await expect(page.getByTestId('arrived')).toHaveText('Pour, H-013')
  await somewhere(page, 'Alt 5')
  const ingot = page.getByLabel(/^Next ingot/)
  for (const massG of ['800', '790']) {
    await ingot.focus()
    await page.keyboard.type(massG)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: /^Remove H-013/ })).toHaveCount(massG === '800' ? 1 : 2)
    await somewhere(page, 'an ingot')
  }
  await page.getByLabel(/^Dross/).focus()
  await page.keyboard.type('40')
  await page.keyboard.press('Tab')
  await somewhere(page, 'the dross')
  await page.keyboard.press('Alt+6')
  await expect(page).toHaveURL(/assay$/)
  await expect(page.getByTestId('arrived')).toHaveText('Assay, H-013')
  await page
    .getByLabel(/copper/i)
    .first()
    .focus()
  await page.keyboard.type('99.5')
  await page.keyboard.press('Tab')
  await somewhere(page, 'a reading')
  const log = page.getByRole('button', { name: 'Log the heat' })
  await log.focus()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/ledger$/)
  await expect(page.getByTestId('arrived')).toHaveText('Ledger')
  await somewhere(page, 'the log')
  await expect(page.getByTestId('ledger')).toContainText('H-013')
})

test('stages by arrows and by Alt, a temperature and a search by one key; nothing changes under an open sheet @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await page.keyboard.press('ArrowRight')
  await expect(page).toHaveURL(/melt$/)
  await somewhere(page, '→')
  // A temperature: one key to the field, the figures, one to log it.
  await page.keyboard.press('t')
  await page.keyboard.type('1040')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('said')).toContainText(/1.?040.°C written into the log/)
  await page.getByRole('link', { name: 'Next: Pour' }).focus()
  await page.keyboard.press('Alt+2')
  await expect(page).toHaveURL(/target$/)
  // On a Mac, Alt and a digit is a sign of its own: the key's place tells.
  await page.evaluate(() =>
    document.body.dispatchEvent(
      new KeyboardEvent('keydown', { key: '£', code: 'Digit3', altKey: true, bubbles: true }),
    ),
  )
  await expect(page).toHaveURL(/charge$/)
  await page.getByRole('button', { name: /^Losses/ }).click()
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Close' })).toBeVisible()
  await page.keyboard.press('Alt+7')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page).toHaveURL(/charge$/)
  await page.keyboard.press('Alt+7')
  await expect(page).toHaveURL(/ledger$/)
  await somewhere(page, 'Alt 7')
  await page.keyboard.press('/')
  await expect(page.getByRole('searchbox', { name: 'Search the ledger' })).toBeFocused()
})

test('a phone on its side, its keyboard up: lot and weight stay in sight over the field; furnace targets take a glove @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/scale')
  await page.setViewportSize({ width: 844, height: 190 })
  await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
  const field = page.getByLabel(/Scale reading/)
  await field.focus()
  await field.scrollIntoViewIfNeeded()
  for (const part of [page.getByTestId('scale-lot'), page.getByTestId('scale-target'), field])
    await expect(part).toBeInViewport({ ratio: 0.9 })
  await page.setViewportSize({ width: 390, height: 844 })
  for (const path of ['/heat/13/scale', '/heat/13/melt']) {
    await visit(page, path)
    await expect(page.getByRole('button', { name: /Record, next|I have read/ }).first()).toBeVisible()
    const small = await page.getByRole('main').evaluate((main) =>
      [...main.querySelectorAll<HTMLElement>('button, label:has(input), a.btn')]
        .filter((one) => one.checkVisibility() && !one.querySelector('[type=date]'))
        .map((one) => [(one.textContent ?? '').trim(), one.getBoundingClientRect().height] as const)
        .filter(([, height]) => height < 72),
    )
    expect(small, path).toEqual([])
  }
})

test('undo works while a figure has the keyboard; single keys can be switched off', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/target')
  const tap = page.getByLabel(/^Tap mass/)
  await tap.fill('1500')
  await tap.press('Tab')
  await expect(tap).toHaveValue(/^1500/)
  await tap.focus()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('link', { name: /^Target/ })).toContainText(/2.000.g/)
  // While it is being typed over, undo is the field's own.
  await tap.focus()
  await page.keyboard.type('17')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('link', { name: /^Charge/ })).toBeVisible()

  await visit(page, '/stock')
  await expect(page.getByRole('main')).toBeFocused()
  await page.keyboard.press('?')
  const letters = page.getByRole('dialog').getByRole('checkbox')
  await letters.uncheck()
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await page.keyboard.press('/')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByLabel('Search stock')).not.toBeFocused()
})

test('on a telephone the stage line begins with a whole name, whichever stage is open @long', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openDemo(page)
  const line = page.getByRole('navigation', { name: 'Stages of the heat' }).getByRole('list')
  for (const path of ['/stock', '/heat/13/charge', '/heat/13/melt', '/heat/13/assay', '/ledger']) {
    await visit(page, path)
    await expect(line.locator('[aria-current]')).toBeInViewport({ ratio: 1 })
    await expect
      .poll(() =>
        line.evaluate((list) => {
          const edge = list.getBoundingClientRect().left
          const cut = [...list.children].filter((stage) => {
            const { left, right } = stage.getBoundingClientRect()
            return left < edge - 1 && right > edge + 12
          })
          return cut.map((stage) => stage.textContent)
        }),
      )
      .toEqual([])
  }
})
