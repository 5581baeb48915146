import { expect, openChoices, plain, saved, test } from '../support'
import type { Page } from '@playwright/test'

/** Newcomers who paste what they have, on a yard with nothing in it. */
async function paste(page: Page, text: string): Promise<void> {
  await page.goto('/?yard=blank')
  await page.getByRole('button', { name: 'Paste a list' }).click()
  await page.getByRole('textbox').fill(text)
  await page.getByRole('button', { name: 'Read it' }).click()
  await page.getByRole('button', { name: /^Add \d+ lots? to stock/ }).click()
}
const pileAnswer = (page: Page) => page.getByTestId('pile-answer')
const answer = (page: Page) => page.getByTestId('answer')

// 160 × 14.5 g are 2,320 g; three quarters of that is metal. Two moulds of 2,070 cm³ want over 5 kg.
test('160 cans with silicon and copper, for moulds of 1.45 l and 0.62 l: too little, and said how much @long', async ({
  page,
}) => {
  await paste(page, '160 cans\nsilicon 400 g\ncopper wire 300 g')
  await expect(page.getByRole('heading', { name: /On the pile: 3 lots, 3.020.g/ })).toBeVisible()
  await expect(pileAnswer(page)).toContainText(/Up to 1.[89]\d\d.g of Improved can metal.*9\d.% certain/)
  await page.getByRole('button', { name: /^Weigh out 1.000.g of Improved can metal/ }).click()
  await page
    .getByRole('link', { name: /Target/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Add it up from the castings' }).click()
  const sheet = page.getByRole('dialog')
  for (const [name, volume] of [
    ['Large mould', '1.45 l'],
    ['Small mould', '0,62 litres'],
  ] as const) {
    await page.getByRole('button', { name: 'From a volume' }).click()
    await sheet.getByLabel('Volume of one casting').fill(volume)
    await sheet.getByLabel('Name', { exact: true }).fill(name)
    await sheet.getByRole('button', { name: 'Add it' }).click()
  }
  // 2,070 cm³ at 2.69 g/cm³ are 5,568 g, a tenth more and 60 % of gates: 9.8 kg.
  await expect(page.getByRole('main')).toContainText(/5.56\d.g \+ 3.34\d.g\) × 1.10/)
  // Nothing is known of the shape: no riser, and at most so long.
  await expect(page.getByTestId('shapeless')).toContainText('Large mould and Small mould')
  await expect(page.getByTestId('riser')).toHaveCount(0)
  await page.getByRole('link', { name: 'Calculate the charge' }).click()
  await expect(answer(page)).toContainText(/Not enough metal: 9.79\d.g wanted/)
})

// A pan that 3.5 kg of liquid aluminium fills takes four fifths of that: 2.9 kg of this alloy by solid density.
test('5 kg of extrusions, a kiln and a pan of 3.5 kg: divided into two heats that fit @long', async ({
  page,
}) => {
  await paste(page, '5 kg aluminium extrusions')
  await page.getByRole('button', { name: 'Melt it as it is' }).click()
  await page.waitForURL('**/heat/1/charge')
  await page.getByLabel(/^Crucible number/).fill('3.5 kg')
  await page.getByLabel(/^Crucible number/).press('Tab')
  const split = page.getByTestId('split')
  await expect(split).toContainText(/This crucible takes 2.[89]\d\d.g at a time/)
  await split.getByRole('button', { name: 'Make 2 heats of it' }).click()
  await expect(answer(page)).toContainText(/Charge 2.500.g/)
  await expect(page.getByTestId('split')).toHaveCount(0)
  await expect(page.getByTestId('hurting')).not.toContainText('It does not fit')
  await saved(page)
})

// 5 m of π (22 − 0.9) 0.9 mm² at 8.94 g/cm³ are 2,667 g. Ferrosilicon brings a third of its silicon in iron.
test('copper tube and ferrosilicon: a silicon bronze that takes the iron @long', async ({ page }) => {
  await paste(page, '5 m of 22 mm copper tube, ferrosilicon 300 g')
  await expect(page.getByTestId('becomes')).toContainText('Silicon bronze with iron')
  await page.getByRole('button', { name: /^Weigh out 1.000.g of Silicon bronze with iron/ }).click()
  await expect(answer(page)).toContainText(/to tap/)
  const gates = plain(await page.getByRole('main').innerText())
  const of = (symbol: string) => Number(new RegExp(`${symbol} ▼ (\\d\\.\\d+)`).exec(gates)?.[1])
  expect(of('Si')).toBeGreaterThan(2.8)
  expect(of('Fe') / of('Si')).toBeGreaterThan(0.25)
  expect(of('Fe')).toBeLessThan(1.7)
})

// Two litres of taps, loosely filled, at 1.2 kg a litre.
test('a 2,000 ml jug of taps becomes a plan @long', async ({ page }) => {
  await paste(page, 'a 2,000 ml jug of taps')
  await expect(page.getByRole('heading', { name: /On the pile: 1 lot, 2.400.g/ })).toBeVisible()
  // What taps are is asked, and there is something to make whichever it is.
  await expect(page.getByTestId('scrap-question')).toBeVisible()
  await page.getByTestId('scrap-question').getByRole('button').first().click()
  await page
    .getByRole('button', { name: /^Weigh out 1.000.g/ })
    .first()
    .click()
  await expect(answer(page)).toContainText(/Charge 1.\d\d\d.g from 1 lot: 1.0\d\d.g to tap/)
  await saved(page)
})

test('from the scrap book only the amount is asked: two wheels, at the keyboard at once @long', async ({
  page,
}) => {
  await page.goto('/?yard=blank')
  await page.getByRole('link', { name: 'More scrap in the scrap book' }).click()
  await page.getByLabel('Search the scrap book').fill('wheel')
  await page.getByRole('button', { name: /Make it a lot ?: Car wheels/ }).click()
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByRole('textbox')).toHaveCount(1)
  await expect(sheet.getByLabel('Mass', { exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(sheet.getByRole('alert')).toContainText('Enter how much')
  await page.keyboard.type('2')
  await page.keyboard.press('Enter')
  await page
    .getByRole('link', { name: /^Stock/ })
    .first()
    .click()
  const card = page.locator('[data-lot]').filter({ hasText: 'Car wheels, cast' })
  await expect(card).toContainText(/16.000.kg/)
})

test('metal against new metal: prices entered once, told on Charge and on the front page @long', async ({
  page,
}) => {
  await paste(page, 'copper wire 2 kg, tin 300 g')
  await page
    .getByRole('link', { name: /To compare with new metal, enter the price of copper and tin/ })
    .click()
  for (const [metal, price] of [
    ['Copper per kg', '9,40'],
    ['Tin per kg', '31'],
  ] as const) {
    await page.getByLabel(metal).fill(price)
    await page.getByLabel(metal).press('Tab')
  }
  await page.goto('/')
  await expect(page.getByTestId('becomes')).toContainText('The same melt in new metal')
  await page
    .getByRole('button', { name: /^Weigh out 1.000.g of .*[Bb]ronze/ })
    .first()
    .click()
  // About 0.9 kg of copper at 9.40 and 0.1 kg of tin at 31: 11 to 12.5; the scrap has no price, all of it is saved.
  await expect(page.getByTestId('new-metal')).toContainText(
    /new metal: .?.?1[12]\.\d\d.*This saves .*1[12]\.\d\d/,
  )
})

test('a lot typed into the search is added as a pasted line is @long', async ({ page }) => {
  await page.goto('/?yard=blank')
  await expect(page.getByTestId('tiles')).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.getByLabel('Stage, heat or action').fill('two car wheels')
  await page.getByRole('option', { name: /Add 16.000?.*wheels/ }).click()
  await expect(page.getByRole('heading', { name: /On the pile: 1 lot, 16.00?.kg/ })).toBeVisible()
  await saved(page)
})

// C90700 takes 0.5 % zinc at most: of gunmetal with 2 % a quarter of the melt, 380 g of 1,500.
test('use up chosen lots; beside each lot left out stands why @long', async ({ page }) => {
  await paste(page, 'copper wire 2 kg, tin 300 g, C90500 700 g, cartridge brass 1 kg')
  await page.getByRole('button', { name: 'Start a heat instead' }).click()
  await page.getByRole('combobox', { name: 'Find an alloy' }).fill('C90700')
  await page
    .getByRole('option', { name: /C90700/ })
    .first()
    .click()
  await page.getByLabel(/^Tap mass/).fill('1500')
  await page.getByRole('link', { name: 'Calculate the charge' }).click()
  await openChoices(page)
  await page.getByLabel('Aim').selectOption('use-up')
  await page.getByRole('checkbox', { name: /use up\s+copper wire/ }).uncheck()
  await page.getByRole('checkbox', { name: /use up\s+C90500/ }).check()
  await expect(page.getByTestId('used-up')).toContainText(
    /Uses [23]\d\d.g of the chosen lots, 700.g in stock/,
  )
  // 30 % zinc in a bronze that takes hardly any: it says so.
  const idle = page.locator('[data-lot]').filter({ hasText: 'artridge brass' })
  await expect(idle).toContainText(/too much zinc|not chosen to be used up/)
  await saved(page)
})
