import { expect, openDemo, plain, test, visit } from './support'

test('the handbook: emergencies, faults without a heat, tables in the yard’s units', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/handbook')
  await expect(page.getByRole('heading', { name: 'Cautions' })).toBeVisible()
  await page.getByRole('link', { name: 'Emergencies' }).click()
  await expect(page.getByText('Water never goes on metal', { exact: false }).first()).toBeVisible()
  await page.getByRole('link', { name: 'Faults' }).click()
  await page.getByRole('button', { name: /Pits and round/ }).click()
  const causes = page.getByTestId('causes').getByRole('listitem')
  await expect(causes.first()).toContainText('mostly')
  await expect(causes.first()).toContainText('Next time:')
  await page.getByRole('link', { name: 'Tables' }).click()
  const gunmetal = page.getByTestId('table-alloys').getByRole('row', { name: /88-10-0-2/ })
  await expect(gunmetal).toContainText('999 °C')
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByRole('menuitem', { name: /Temperatures in °C/ }).click()
  await expect(gunmetal).toContainText('1830 °F')
  const copper = plain(
    (await page.getByTestId('table-metals').getByRole('row', { name: /Cu/ }).textContent())!,
  )
  expect(copper).toContain('1984 °F')
})

test('practice heats: what the ledger shows is marked, the next is pointed at, one begins a heat', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/handbook/practice-heats')
  await expect(page.getByTestId('practice-first-ingots')).toContainText(/shown by H-0\d\d/)
  await expect(page.getByText('next', { exact: true })).toHaveCount(1)
  await page
    .getByTestId('practice-two-metals')
    .getByRole('button', { name: /Start it/ })
    .click()
  await expect(page).toHaveURL(/heat\/14\/target/)
  await expect(page.getByLabel('Name of the heat')).toHaveValue('Practice: A bronze of two metals')
  await expect(page.getByLabel(/^Tap mass/)).toHaveValue('400')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('No such heat')).toBeVisible()
})
