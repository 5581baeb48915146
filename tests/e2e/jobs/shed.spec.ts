import { expect, saved, test, visit } from '../support'
import {
  addGear,
  aimAt,
  cameOut,
  castAs,
  logIt,
  melt,
  meltOn,
  plannedG,
  read,
  stockUp,
  throughTo,
  weighAll,
} from './steps'

/*
 * A propeller of aluminium bronze that broke, 1200 g of it, melted again as it is. Clean castings give 0.98; copper
 * keeps 0.995, aluminium 0.95 and iron 0.98 (engineering estimates of the handbook): 1176 g of metal, of it 1011.4 Cu,
 * 117.6 Al, 47.0 Fe; after the melt 1006.3, 111.7, 46.1, together 1164.1 g.
 */
test('an aluminium bronze casting melted again @long', async ({ page }) => {
  await stockUp(page, [
    { name: 'Broken propeller', mass: '1200 g', of: { Cu: '86', Al: '10', Fe: '4' }, form: 'casting' },
  ])
  await page.getByRole('checkbox', { name: 'Select Broken propeller' }).check()
  await page.getByRole('button', { name: 'Melt these' }).click()
  await expect(page.getByTestId('answer')).toContainText(/expect about 1[\s ]164[\s ]g/)
  const becomes = page.getByTestId('becomes')
  await expect(becomes.getByRole('row', { name: /^Aluminium / })).toContainText('9.60 %')
  await expect(page.getByRole('combobox', { name: 'Melt it as' })).toContainText('aluminium bronze')
  await throughTo(page, { ingots: ['1100'], Dross: '40', Skull: '20' })
})

/* Copper is liquid from 1083 °C (C11000, published): a probe that says 950 then reads at least 133 °C low. */
test('copper with a lying probe: the metal says so @long', async ({ page }) => {
  await stockUp(page, [{ name: 'Bus bar', mass: '2 kg', of: { Cu: '99.99' } }])
  await aimAt(page, 'C11000', '1000')
  await visit(page, '/heat/1/charge')
  await page.getByRole('link', { name: 'To the scale' }).click()
  await weighAll(page)
  await page.getByRole('link', { name: 'Run the melt' }).click()
  await page.getByRole('textbox', { name: /^Temperature/ }).fill('950')
  await page.getByRole('button', { name: 'Log it', exact: true }).click()
  await page.getByRole('button', { name: 'Fully molten', exact: true }).click()
  await expect(page.getByTestId('liar')).toContainText(/at least 133[\s ]°C/)
  await meltOn(page)
  await cameOut(page, { ingots: ['950'], Dross: '30', Skull: '15' })
  await logIt(page)
})

/*
 * Cartridge brass that burned its zinc: 75 % copper where 71.5 is the most. It is put right with zinc and learned from.
 */
test('brass that burned its zinc, put right, and what it taught @long', async ({ page }) => {
  await stockUp(page, [
    { name: 'Brass bar', mass: '3 kg', of: { Cu: '70', Zn: '30' } },
    { name: 'Zinc', mass: '1 kg', of: { Zn: '99.9' } },
  ])
  await aimAt(page, 'C26000', '1500')
  await visit(page, '/heat/1/charge')
  await page.getByRole('link', { name: 'To the scale' }).click()
  await weighAll(page)
  await melt(page)
  await cameOut(page, { ingots: ['900', '540'], Dross: '50', Skull: '20' })
  await page.getByRole('link', { name: 'Measure it' }).click()
  await read(page, 'oes', { Cu: '75' })
  await expect(page.getByTestId('verdict')).toContainText(/copper/i)
  await expect(page.getByTestId('put-right')).toContainText(/Add .*of Zinc/)
  await page.getByRole('button', { name: 'Log the heat' }).click()
  await page.waitForURL('**/ledger')
  await saved(page)
  await visit(page, '/learned')
  await expect(page.getByText(/zinc/i).first()).toBeVisible()
})

/*
 * A painted wheel's first hundred grams: 72 g of ingot and 28 g found again on crucible and stirrer, all of it accounted
 * for (one beginner's balance: common practice, no source).
 */
test('a painted wheel to one ingot of 72 g, all of it accounted for @long', async ({ page }) => {
  await stockUp(page, [
    { name: 'Painted wheel', mass: '100 g', of: { Al: '92', Si: '7', Mg: '0.4' }, form: 'painted' },
  ])
  await page.getByRole('checkbox', { name: 'Select Painted wheel' }).check()
  await page.getByRole('button', { name: 'Melt these' }).click()
  await expect(page.getByText(/Painted stock: strip it outdoors first/).first()).toBeVisible()
  await page.getByRole('link', { name: 'To the scale' }).click()
  await weighAll(page)
  await melt(page)
  await cameOut(page, { ingots: ['72'], Skull: '18', Spill: '6', Dross: '4' })
  await expect(page.getByTestId('balance')).toContainText('Balance closes')
  await expect(page.getByRole('img', { name: /^Of 100.g charged: ingots 72/ })).toBeVisible()
  await logIt(page)
})

/* A kiln that melts 3.5 kg at once, and 9 kg of gunmetal wanted: three heats of 3 kg, each of the same metal. */
test('ingots for a kiln of 3.5 kg: three heats alike @long', async ({ page }) => {
  await stockUp(page, [
    { name: 'Copper bar', mass: '12 kg', of: { Cu: '100' } },
    { name: 'Tin ingot', mass: '2 kg', of: { Sn: '100' } },
    { name: 'Zinc', mass: '1 kg', of: { Zn: '100' } },
  ])
  await addGear(page, 'a furnace', {
    Name: 'Kiln',
    Fuel: 'electric',
    'Power draw': '3.2',
    'Largest charge, if limited': '3.5 kg',
  })
  await aimAt(page, 'C90500', '9 kg')
  await page.getByRole('combobox', { name: /^Furnace/ }).selectOption({ label: 'Kiln' })
  await expect(page.getByTestId('split')).toContainText(/3 heats of 3(\.000)?[\s ]?(000[\s ]g|kg)/)
  await page.getByRole('button', { name: 'Make 3 heats of it' }).click()
  await expect(page.getByTestId('split')).toHaveCount(0)
  const first = await (async () => {
    await visit(page, '/heat/1/charge')
    await expect(page.getByTestId('answer')).toContainText(/to tap/)
    return plannedG(page)
  })()
  for (const number of [2, 3]) {
    await visit(page, `/heat/${number}/charge`)
    await expect(page.getByTestId('answer')).toContainText(/to tap/)
    await expect.poll(() => plannedG(page)).toEqual(first)
  }
  // A third of the copper there is, and no more, is open to each.
  await page
    .locator('[data-lot="Copper bar"]')
    .getByRole('button', { name: /Min\/max/ })
    .click()
  const most = page.getByLabel('Copper bar: at most')
  if (!(await most.isVisible()))
    await page
      .locator('[data-lot="Copper bar"]')
      .getByRole('button', { name: /Min\/max/ })
      .click()
  await expect(most).toHaveValue(/^4[\s ]?000/)
  for (const number of [1, 2, 3]) {
    await visit(page, `/heat/${number}/charge`)
    await expect(page.getByTestId('answer')).toContainText(/to tap/)
    await throughTo(page, { ingots: ['1480', '1460'], Dross: '50', Skull: '30' })
  }
  await expect(page.getByTestId('ledger').getByRole('listitem')).toHaveCount(3)
})

/* Twelve trinkets of 40 g in zinc-aluminium: 480 g; sold with the metal's own price they cost what the metal cost. */
test('zinc-aluminium trinkets, priced @long', async ({ page }) => {
  await stockUp(page, [
    { name: 'Zinc', mass: '3 kg', of: { Zn: '99.99' } },
    { name: 'Aluminium', mass: '1 kg', of: { Al: '99.7', Fe: '0.1', Si: '0.1' } },
    { name: 'Copper', mass: '200 g', of: { Cu: '100' } },
    { name: 'Magnesium', mass: '50 g', of: { Mg: '99.9' } },
  ])
  // The magnesium is a tenth of a gram: it wants a scale that shows it.
  await addGear(page, 'a scale', { Name: 'Bench', Resolution: '1', Capacity: '5000' })
  await addGear(page, 'a scale', { Name: 'Pocket', Resolution: '0.01', Capacity: '200' })
  await addGear(page, 'a crucible', {
    Name: 'Pipe end',
    Material: 'steel',
    Number: '2',
    'it has been fired': 'yes',
  })
  await aimAt(page, 'ZA-12', '700')
  await page.getByRole('combobox', { name: /^Crucible/ }).selectOption({ label: 'Pipe end' })
  await visit(page, '/heat/1/charge')
  await expect(page.getByTestId('answer')).toContainText(/to tap/)
  // Zinc with aluminium in it eats bare steel.
  await expect(page.getByText(/This steel crucible has had no wash/).first()).toBeVisible()
  await visit(page, '/gear')
  await page.getByRole('button', { name: /^Wash put on/ }).click()
  await visit(page, '/heat/1/charge')
  await expect(page.getByText(/This steel crucible has had no wash/)).toHaveCount(0)
  await page.getByRole('link', { name: 'To the scale' }).click()
  await weighAll(page)
  await melt(page)
  await castAs(page, 'Trinket', { 'As cast': '12 x 52', Fettled: '12 x 40' })
  await page.getByLabel('Result').selectOption('sound')
  await cameOut(page, { 'Sprues, gates, risers': '144', Dross: '30', Skull: '15' })
  await logIt(page)
  await visit(page, '/prices')
  await expect(page.getByTestId('prices').getByRole('row', { name: /^Trinket/ })).toContainText(
    /480[\s ]g|40[\s ]g/,
  )
  await visit(page, '/gear')
  await expect(page.getByText(/Last held .*\(H-001/)).toBeVisible()
})
