import { plannedG } from './jobs/steps'
import { expect, openDemo, saved, test, visit } from './support'
import type { Page } from '@playwright/test'

async function blank(page: Page) {
  await page.goto('/?yard=blank')
  await expect(page.getByRole('heading', { name: 'What metal have you got?' })).toBeVisible()
}

/*
 * 3 kg of copper wire, 400 g of tin and 1 kg of cartridge brass to 2 kg of gunmetal 88-9-3, as it was measured before:
 * 21 actions then. By hand, without losses: 60 g of zinc are 200 g of 70/30 brass, 180 g of tin, 1620 g of copper; with
 * the usual losses some more zinc goes in.
 */
test('a pile of three to a charge in eight actions and less than a minute', async ({ page }) => {
  let actions = 0
  const began = Date.now()
  await blank(page)
  const point = async (name: string, amount: string) => {
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click()
    actions++
    await expect(page.getByLabel(name, { exact: true })).toBeFocused()
    await page.keyboard.type(amount)
    actions++
  }
  await point('Copper wire', '3 kg')
  await point('Tin', '400 g')
  await point('Cartridge brass', '1 kg')
  await page.getByLabel('I want to pour').fill('2 kg')
  actions++
  await page.getByRole('button', { name: /^Weigh out 2.000.g of Gunmetal, 88-9-3/ }).click()
  actions++
  await expect(page.getByTestId('answer')).toContainText(/from 3 lots: 2.0\d\d.g to tap/)
  expect(actions).toBeLessThanOrEqual(8)
  expect(Date.now() - began).toBeLessThan(60_000)
  const planned = await plannedG(page)
  expect(planned['Tin']).toBeGreaterThan(175)
  expect(planned['Tin']).toBeLessThan(195)
  expect(planned['Cartridge brass']).toBeGreaterThan(190)
  expect(planned['Cartridge brass']).toBeLessThan(290)
  expect(planned['Copper wire']).toBeGreaterThan(1500)
  await saved(page)
  // Nobody said a price: none is shown, and no cost worked out of it.
  await expect(page.getByRole('main')).toContainText('no price')
  await expect(page.getByTestId('ways').getByRole('row')).toHaveCount(5)
  await expect(page.getByRole('main')).not.toContainText(/€.?0[.,]00/)
  await visit(page, '/stock')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^3 lots, 4.400.g$/)
  await expect(page.getByRole('main')).not.toContainText(/€|worth/)
})

test('a pile that depends on what a lot is says so, is answered, and is melted as it is @long', async ({
  page,
}) => {
  await blank(page)
  for (const [name, amount] of [
    ['Taps', '1.2 kg'],
    ['Copper tube', '800 g'],
  ] as const) {
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click()
    await page.getByLabel(name, { exact: true }).fill(amount)
  }
  // What the copper alone makes is certain; what the taps add depends on the colour of a file mark.
  await expect(page.getByTestId('pile-answer')).toContainText(/Tough pitch copper, \d+.% certain/)
  await expect(page.getByTestId('depends')).toContainText('Reddish: red brass')
  await page
    .getByRole('group', { name: 'What is Taps?' })
    .getByRole('button', { name: 'Yellow: yellow brass' })
    .click()
  await expect(page.getByTestId('depends')).toHaveCount(0)
  await expect(page.getByRole('button', { name: /Not sure ?: Taps/ })).toBeVisible()
  await page.getByRole('button', { name: 'Melt it as it is' }).click()
  await page.waitForURL('**/heat/1/charge')
  await expect(page.getByRole('main')).toContainText(/Charge 2.000.g, expect about 1.9\d\d.g/)
  await saved(page)
})

test('counted and not weighed: what one is taken to weigh is said; undo, a reload and half a word lose nothing @long', async ({
  page,
}) => {
  await blank(page)
  await page.getByRole('button', { name: 'Add Drink cans', exact: true }).click()
  const cans = page.getByLabel('Drink cans', { exact: true })
  await expect(cans).toHaveValue('20 cans')
  const row = page.locator('[data-lot="Drink cans"]')
  await expect(row).toContainText(/Taken as 290.g: one can as 14.5.g, an estimate/)
  await cans.fill('a bucketful')
  await expect(row).toContainText(/a 10-litre bucket as 700.g/)
  await cans.fill('a bucket of wheels')
  await cans.press('Tab')
  await expect(row.getByRole('alert')).toContainText('3 kg, 5 lb 3 oz, half a bucket, a dozen cans')
  await cans.fill('2 kg')
  await expect(row.getByRole('alert')).toHaveCount(0)
  // The same tile again goes to its weight and adds nothing.
  await page.getByRole('button', { name: /^Drink cans: on the pile/ }).click()
  await expect(cans).toBeFocused()
  await expect(page.getByTestId('first-pile').getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: 'Take Drink cans off the pile' }).click()
  await expect(page.getByTestId('first-pile')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cans).toHaveValue(/2.000.g|2 kg/)
  await page.getByRole('button', { name: 'Add Car wheel', exact: true }).click()
  // A figure alone is in what the field shows: wheels, not grams.
  const wheel = page.getByLabel('Car wheel', { exact: true })
  await expect(wheel).toHaveValue('1 wheel')
  await wheel.fill('2')
  await expect(page.locator('[data-lot="Car wheel"]')).toContainText(/Taken as 16.0\d*.kg|Taken as 16.000.g/)
  await wheel.press('Tab')
  await expect(wheel).toHaveValue('2 wheels')
  await wheel.fill('3 kg')
  await wheel.press('Tab')
  await wheel.fill('2')
  await wheel.press('Tab')
  await expect(page.locator('[data-lot="Car wheel"]')).not.toContainText('Taken as')
  await expect(wheel).toHaveValue('2')
  await wheel.fill('1 wheel')
  await wheel.press('Tab')
  await saved(page)
  await page.goto('/')
  await expect(page.getByLabel('Drink cans', { exact: true })).toHaveValue(/2.000.g/)
  await expect(page.locator('[data-lot="Car wheel"]')).toContainText(
    'Not weighed: 1 wheel, taken as 8000 g each.',
  )
  await expect(row).not.toContainText('Not weighed')
  await row.getByText('Assumed composition…').click()
  await page.getByRole('button', { name: /^Put it right/ }).click()
  await expect(page.getByRole('dialog')).toContainText('Edit Drink cans')
})

test('a list pasted from a note and rows from a spreadsheet become lots, wherever the hand was', async ({
  page,
}) => {
  await blank(page)
  await page.getByRole('button', { name: 'Paste a list' }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('copper wire 3 kg\ntin 400 g\ngrandmother 2 kg')
  await page.getByRole('button', { name: 'Read it' }).click()
  await expect(page.getByTestId('import-answer')).toContainText('2 of 3 rows')
  await page.getByRole('button', { name: 'Add 2 lots to stock' }).click()
  await expect(page.getByLabel('tin', { exact: true })).toHaveValue(/400.g/)
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/plain', 'name\tmass kg\tCu\tZn\nCases\t1\t70\t30')
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await page.getByRole('button', { name: 'Add 1 lot to stock' }).click()
  await expect(page.getByLabel('Cases', { exact: true })).toHaveValue(/1.000.g/)
  await expect(
    page
      .getByTestId('becomes')
      .getByRole('button', { name: /Weigh out .* of Gunmetal/ })
      .first(),
  ).toBeVisible()
})

test('a heat started first asks for metal, kindly, and waits for it @long', async ({ page }) => {
  await blank(page)
  await page.getByRole('button', { name: 'Start a heat instead' }).click()
  await expect(page.getByTestId('no-metal-yet')).toContainText('There is no metal in stock yet')
  const find = page.getByRole('combobox', { name: 'Find an alloy' })
  await find.fill('C90500')
  await expect(page.getByRole('listbox').getByRole('option').first()).toBeVisible()
  await find.press('Enter')
  await page.getByLabel(/Tap mass/).fill('1 kg')
  await visit(page, '/heat/1/charge')
  await expect(page.getByTestId('no-metal-yet')).toBeVisible()
  await expect(page.getByText(/Buy|to buy/)).toHaveCount(0)
  await page.getByRole('link', { name: 'List it' }).click()
  for (const name of ['Copper wire', 'Tin', 'Zinc'])
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click()
  await page.getByRole('link', { name: 'Continue H-001' }).click()
  await expect(page.getByTestId('answer')).toContainText(/from 3 lots/)
})

test('on the pile page the first press starts the heat, a figure just typed or not @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/pile')
  await expect(page.getByTestId('pile-answer')).toContainText('can be made now')
  await page.getByLabel('I want at least').fill('500 g')
  await page
    .getByRole('button', { name: /^Start a heat of/ })
    .first()
    .click()
  await page.waitForURL('**/heat/14/target')
})
