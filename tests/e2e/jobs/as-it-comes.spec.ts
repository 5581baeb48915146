import { expect, plain, saved, test, visit } from '../support'
import { addBin, blankYard, cameOut, gramsOf, melt, read, weighAll } from './steps'

/*
 * 1500 g of a brass nobody knows, read once with a borrowed gun: 63.5 Cu, 34 Zn, 2.5 Pb. By hand, with the handbook's
 * figures (clean bar gives 0.99 metal; of brass with 15 to 40 % zinc 0.995 of the copper stays, 0.95 of the zinc, 0.98
 * of the lead; engineering estimates): 1485 g of metal, of it 942.98 Cu, 504.90 Zn, 37.13 Pb; after the melt 938.26,
 * 479.66 and 36.38, together 1454.3 g: 64.52 Cu, 32.98 Zn, 2.50 Pb.
 */
test('unknown brass cast as it is: melted without a target, named by its reading, and melted again @long', async ({
  page,
}) => {
  await blankYard(page)
  await visit(page, '/stock')
  await addBin(page, { name: 'Odd brass', mass: '1500 g', of: { Cu: '63.5', Zn: '34', Pb: '2.5' } })
  await page.getByRole('checkbox', { name: 'Select Odd brass' }).check()
  await page.getByRole('button', { name: 'Melt these' }).click()

  const answer = page.getByTestId('answer')
  await expect(answer).toContainText('expect about')
  expect(gramsOf(plain(await answer.innerText()).split('expect about')[1]!)).toBe(1454)
  const becomes = page.getByTestId('becomes')
  for (const [element, pct] of [
    ['Copper', '64.5 %'],
    ['Zinc', '33.0 %'],
    ['Lead', '2.50 %'],
  ] as const)
    await expect(becomes.getByRole('row', { name: new RegExp(`^${element} `) })).toContainText(pct)
  await expect(page.getByText('brass').first()).toBeVisible()
  // What goes before heat is told, though no alloy was chosen.
  await expect(page.getByRole('combobox', { name: 'Melt it as' })).toHaveValue('')

  // Taken out and put in again, half of it; undone.
  await page.getByLabel('Mass of Odd brass').fill('750')
  await page.getByLabel('Mass of Odd brass').press('Tab')
  await expect(answer).toContainText('727 g')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(answer).toContainText(/1\s454\sg/)
  await page.reload()
  await expect(answer).toContainText(/1\s454\sg/)

  // Weighed 5 % short: any weight does.
  await page.getByRole('link', { name: 'To the scale' }).click()
  expect(await weighAll(page, -0.05)).toEqual({ 'Odd brass': 1425 })
  await melt(page)
  await cameOut(page, { ingots: ['900', '412'], Dross: '48', Skull: '15' })
  await expect(page.getByTestId('balance')).not.toContainText('more came out')
  await page.getByRole('link', { name: 'Measure it' }).click()
  await expect(page.getByTestId('nameless')).toContainText('No target alloy.')
  await read(page, 'xrf', { Cu: '61.6', Zn: '35.5', Pb: '2.7' })
  // C36000: Cu 60 to 63, Pb 2.5 to 3.0, zinc the rest.
  await page
    .getByTestId('near')
    .getByRole('button', { name: /Name it so ?: Free-cutting brass/ })
    .click()
  await expect(page.getByTestId('verdict')).toBeVisible()
  await page.getByRole('button', { name: 'Log the heat' }).click()
  await expect(page.getByTestId('ledger').getByRole('listitem').first()).toContainText('H-001')
  await saved(page)

  // The second ingot again, in two presses; the old one says so.
  await visit(page, '/ingot/H-001-2')
  await page.getByRole('button', { name: 'Melt it again' }).click()
  await expect(page.getByTestId('answer')).toContainText('Charge 412 g')
  await page.getByRole('link', { name: 'To the scale' }).click()
  await expect(page.getByTestId('scale-target')).toContainText('412')
  await visit(page, '/ingot/H-001-2')
  await expect(page.getByText('Remelted as')).toContainText('H-002')
})
