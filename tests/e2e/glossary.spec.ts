import { expect, openDemo, test, visit } from './support'

test('a term says what it means where it stands, and search leads to the glossary', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/learned')
  const term = page.getByRole('button', { name: 'Recovery', exact: true })
  const hint = page.getByRole('tooltip')
  await term.hover()
  await expect(hint).toContainText('share of an element that stays in the melt')
  await page.mouse.move(0, 0)
  await expect(hint).toHaveCount(0)
  await term.focus()
  await expect(hint).toBeVisible()
  await expect(term).toHaveAccessibleDescription(/stays in the melt/)
  await page.keyboard.press('Escape')
  await expect(hint).toHaveCount(0)

  await page.keyboard.press('Control+k')
  await page.getByRole('dialog').getByRole('combobox').fill('skull')
  await page.getByRole('option', { name: /skull/ }).first().click()
  await expect(page).toHaveURL(/\/handbook\/glossary/)
  await expect(page.getByTestId('terms')).toContainText('Metal that froze to the crucible')
  await page.getByRole('searchbox', { name: 'Search the glossary' }).fill('no such word')
  await expect(page.getByText('No term contains “no such word”.')).toBeVisible()
})

test('addresses from before the pages were renamed lead to them', async ({ page }) => {
  await openDemo(page)
  for (const [old, now] of [
    ['/together', '/day-plan'],
    ['/safety', '/backup'],
  ] as const) {
    await page.goto(old)
    await expect(page).toHaveURL(new RegExp(`${now}$`))
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  }
})
