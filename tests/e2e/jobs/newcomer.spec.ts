import { expect, saved, test } from '../support'
import type { Page } from '@playwright/test'

/** A newcomer, on a yard with nothing in it. */
async function pile(page: Page, lots: readonly (readonly [string, string])[]) {
  await page.goto('/?yard=blank')
  for (const [name, amount] of lots) {
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click()
    await page.getByLabel(name, { exact: true }).fill(amount)
    await page.getByLabel(name, { exact: true }).press('Tab')
  }
}
const answer = (page: Page) => page.getByTestId('answer')

// Two wheels of 8 kg, a bag of cans (10 l, 700 g), 2 kg of frames: 18.7 kg.
test('two wheels, a bag of cans and window frames become wheel metal', async ({ page }) => {
  await pile(page, [
    ['Car wheel', '2'],
    ['Drink cans', 'a bag'],
    ['Window frames', '2 kg'],
  ])
  await expect(page.getByRole('heading', { name: /On the pile: 3 lots/ })).toContainText('18.70 kg')
  await expect(page.getByTestId('pile-answer')).toContainText(/Aluminium wheel.*, [89]\d.% certain/)
  await page.getByRole('button', { name: /^Weigh out 1.000.g of Aluminium wheel/ }).click()
  await expect(answer(page)).toContainText(/1.0\d\d.g to tap/)
  await saved(page)
})

test('three door knobs, brass or zinc: asked, answered, melted as they are @long', async ({ page }) => {
  await pile(page, [['Door knobs', '3']])
  // 3 × 250 g, and not 3 g or three buckets.
  await expect(page.getByRole('heading', { name: /On the pile: 1 lot, 750.g/ })).toBeVisible()
  await page.getByRole('button', { name: 'Yellow: brass' }).click()
  await page.getByRole('button', { name: 'Melt it as it is' }).click()
  await page.waitForURL('**/heat/1/charge')
  await expect(page.getByRole('main')).toContainText(/Charge 750.g, expect about 7\d\d.g/)
  // Brass, and a temperature to pour it at.
  await expect(page.getByRole('main')).toContainText(/pour/i)
  await expect(page.getByTestId('becomes')).toContainText(/Copper\s*6\d/)
})

test('a pewter mug for drinking-cup metal: lead is asked about, and said on Charge @long', async ({
  page,
}) => {
  await pile(page, [
    ['Pewter', '300 g'],
    ['Tin', '300 g'],
  ])
  await expect(page.getByRole('group', { name: 'What is Pewter?' })).toContainText('grey mark on white paper')
  await page.getByRole('button', { name: 'A grey mark: it has lead' }).click()
  await page.getByRole('button', { name: 'Melt it as it is' }).click()
  await expect(page.getByTestId('hurting')).toContainText(/% lead: not for anything that touches food/)
})

test('a list with a misspelt name: the name is suggested, and taken with one press @long', async ({
  page,
}) => {
  await page.goto('/?yard=blank')
  await page.getByRole('button', { name: 'Paste a list' }).click()
  await page.getByRole('textbox').fill('3 m of 22 mm copper tube\nferosilicon 200 g')
  await page.getByRole('button', { name: 'Read it' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByTestId('import-answer')).toContainText('1 of 2')
  await dialog.getByRole('button', { name: 'ferro silicon', exact: true }).click()
  await expect(dialog.getByTestId('import-answer')).toContainText('2 of 2')
  await dialog.getByRole('button', { name: /2 lots/ }).click()
  // 3 m of π (22 − 0.9) 0.9 mm² at 8.94 g/cm³ are 1600 g.
  await expect(page.getByLabel('copper tube', { exact: true })).toHaveValue(/1.600.g/)
  await saved(page)
})
