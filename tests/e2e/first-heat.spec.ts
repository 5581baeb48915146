import { expect, leaveOut, openDemo, plain, saved, stepTo, test, visit } from './support'

test('from the demo yard to a logged 2 kg heat of gunmetal', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Start a heat' }).click()

  // Target
  await page.getByLabel('Name of the heat').fill('Cleats for the skiff')
  await page.getByRole('combobox', { name: 'Find an alloy' }).fill('gunmetal c905')
  await page.getByRole('option', { name: /88-10-0-2/ }).click()
  await expect(page.getByText('Liquidus 999 °C')).toBeVisible()
  await page.getByLabel(/Tap mass/).fill('2 kg')
  await page.getByLabel(/Tap mass/).press('Tab')
  await page.getByRole('link', { name: 'Calculate the charge' }).click()

  // Charge
  const answer = page.getByTestId('answer')
  await expect(answer).toContainText(/from \d lots/)
  expect(plain(await answer.innerText())).toMatch(/2 00\d g to tap/)
  await expect(page.getByRole('img', { name: /tin, limit 9–11/ })).toBeVisible()

  // Leaving a lot out is answered at once; undo brings it back.
  await leaveOut(page, 'Zinc anode stubs')
  await expect(page.getByRole('checkbox', { name: 'Use Zinc anode stubs' })).not.toBeChecked()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('checkbox', { name: 'Use Zinc anode stubs' })).toBeChecked()

  // The working opens.
  await page.getByRole('button', { name: 'Tap mass: show the working' }).click()
  await expect(page.getByText(/charged × metallic yield/)).toBeVisible()
  await page.keyboard.press('Escape')

  // Scale: every line in turn, each a little off; the rest is worked out again.
  await page.getByRole('link', { name: 'To the scale' }).click()
  const allWeighed = page.getByText(/All weighed:/)
  for (let line = 0; line < 14; line++) {
    await expect(page.getByTestId('scale-lot').or(allWeighed)).toBeVisible()
    if (await allWeighed.isVisible()) break
    const lot = await page.getByTestId('scale-lot').innerText()
    await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
    const target = plain(await page.getByTestId('scale-target').innerText())
    const wanted = Number(target.replace(/[^\d.]/g, ''))
    await page.getByLabel(/Scale reading/).fill(String(Math.round(wanted) + (line === 0 ? 3 : 0)))
    await page.getByRole('button', { name: 'Record, next' }).click()
    await expect(page.getByRole('button', { name: `Take back ${lot}` })).toBeVisible()
  }
  await expect(page.getByText(/All weighed:/)).toBeVisible()

  // Melt
  await page.getByRole('link', { name: 'Run the melt' }).click()
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await expect(page.getByText('Dress for a spill')).toBeVisible()
  await page.reload()
  await stepTo(page, /The run sheet is done/)
  await expect(page.getByTestId('now')).toHaveText('The run sheet is done')

  // Pour
  await page.getByRole('link', { name: 'Weigh what came out' }).click()
  for (const ingot of ['640', '652', '450']) {
    await page.getByLabel('Next ingot').fill(ingot)
    await page.getByRole('button', { name: 'Add the ingot' }).click()
  }
  const balance = page.getByTestId('balance')
  await expect(balance).toContainText('still to find')
  for (const [part, mass] of [
    ['Castings', '0'],
    ['Sprues, gates, risers', '210'],
    ['Dross', '62'],
    ['Skull', '35'],
    ['Spill', '12'],
    ['Heel', '0'],
  ] as const) {
    await page.getByLabel(part, { exact: true }).fill(mass)
    await page.getByLabel(part, { exact: true }).press('Tab')
  }
  await expect(balance).toContainText('Balance closes')

  // Assay
  await page.getByRole('link', { name: 'Measure it' }).click()
  await page.getByLabel('Method').selectOption('oes')
  const reading = page.getByRole('group', { name: 'Reading' })
  for (const [element, value] of Object.entries({
    Cu: '87.4 ± 0.2',
    Sn: '9.6',
    Zn: '2.4',
    Pb: '0.21',
    Sb: '0.15',
    Ni: '0.02',
    Fe: '0.02',
    P: '0.02',
    S: '<0.002',
    Al: '<0.002',
    Si: '<0.002',
  }))
    await reading.getByRole('textbox', { name: new RegExp(`^${element} `) }).fill(value)
  await expect(page.getByTestId('verdict')).toContainText('In spec for')
  await page.reload()
  await expect(page.getByTestId('verdict')).toContainText('In spec for')
  await page.getByRole('button', { name: 'Log the heat' }).click()

  // Ledger
  const row = page.getByTestId('ledger').getByRole('listitem').first()
  await expect(row).toContainText('H-014')
  await expect(row).toContainText('Cleats for the skiff')
  await expect(row).toContainText('In spec')
  await page.getByLabel('Search the ledger').fill('cleats skiff gunmetal')
  await expect(page.getByTestId('ledger').getByRole('listitem')).toHaveCount(1)
  await expect(page.getByTestId('where-chart').locator('.bars path').first()).toBeVisible()

  // Stock moved by itself.
  await page.getByRole('link', { name: /^Stock/ }).click()
  await expect(page.getByRole('heading', { name: 'H-014 C90500 ingots' })).toBeVisible()
  await saved(page)
})

test('the front page: loose ends, the bins together, the last heats @long', async ({ page }) => {
  await openDemo(page)
  const ends = page.getByTestId('loose-ends')
  await expect(ends.getByRole('listitem')).toHaveCount(1)
  await expect(ends).toContainText('“Number three, new” needs its first firing')
  await expect(page.getByTestId('bins-together')).toContainText('Aluminium')
  await expect(page.getByRole('region', { name: 'Last heats' }).getByRole('listitem')).toHaveCount(6)
  await ends.getByRole('link', { name: /Fire it/ }).click()
  await expect(page).toHaveURL(/gear/)
})

test('reload in the middle keeps everything, and undo still works after it @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await leaveOut(page, 'Plumbing offcuts')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('checkbox', { name: 'Use Plumbing offcuts' })).not.toBeChecked()
  await page.locator('body').press('Control+z')
  await expect(page.locator('[data-lot="Plumbing offcuts"] .mass')).toBeVisible()
  await page.locator('body').press('Control+Shift+z')
  await expect(page.getByRole('checkbox', { name: 'Use Plumbing offcuts' })).not.toBeChecked()
})

test('cap and lock re-solve at once, and stay after leaving the page @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  const tin = page.locator('[data-lot="Tin bar"]')
  await tin.getByRole('button', { name: /Min\/max/ }).click()
  await tin.getByLabel('Tin bar: exactly').fill('150')
  await expect.poll(async () => plain(await tin.innerText())).toContain('150.0 g')
  await page.getByRole('link', { name: /^Target/ }).click()
  await page.getByRole('link', { name: /^Charge/ }).click()
  await expect(page.getByLabel('Tin bar: exactly')).toHaveValue('150')
})

test('a stranger with a blank yard: a first lot, a first charge', async ({ page }) => {
  await page.goto('/?yard=blank')
  await visit(page, '/stock')
  for (const [name, grade, mass] of [
    ['Pipe', 'C12200', '3 kg'],
    ['Cartridge brass', 'C26000', '2 kg'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a lot' }).click()
    await page.getByLabel('Name', { exact: true }).fill(name)
    await page.getByLabel('Mass', { exact: true }).fill(mass)
    await page.getByLabel('Take it from a known grade').selectOption(grade)
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible()
  }
  await page.getByRole('link', { name: 'Hephaestal, start page' }).click()
  await page.getByRole('button', { name: 'Start a heat' }).click()
  await page.getByRole('combobox', { name: 'Find an alloy' }).fill('C23000')
  await page
    .getByRole('option', { name: /Red brass/ })
    .first()
    .click()
  await page.getByLabel(/Tap mass/).fill('1000')
  await page.getByRole('link', { name: 'Calculate the charge' }).click()
  await expect(page.getByTestId('answer')).toContainText('from 2 lots')
})
