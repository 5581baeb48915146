import { weighAll, cameOut, meltOn } from './jobs/steps'
import { expect, openDemo, saved, test, visit } from './support'

test('a walk of five steps on the real controls, cut off by a reload, leaves no trace when it ends @long', async ({
  page,
}) => {
  await openDemo(page)
  const bins = await page.getByTestId('bins-together').innerText()
  const undo = page.getByRole('button', { name: 'Undo' })
  const undone = await undo.getAttribute('title')
  await page.getByRole('button', { name: 'Take the tour' }).click()
  const walk = page.getByTestId('walk')
  await expect(walk).toContainText('1 of 5: Weigh out')
  await weighAll(page)
  await saved(page)
  await page.reload()
  await expect(walk).toContainText('1 of 5: Weigh out')
  await walk.getByRole('button', { name: 'Next: Melt' }).click()
  await expect(walk).toContainText('2 of 5: Melt')
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await meltOn(page)
  await walk.getByRole('button', { name: 'Next: Pour' }).click()
  await cameOut(page, { ingots: ['1900'], Dross: '30', Skull: '20' })
  await walk.getByRole('button', { name: 'Next: Assay' }).click()
  await page.getByRole('button', { name: 'Log the heat' }).click()
  await expect(page.getByTestId('ledger').getByRole('listitem').first()).toBeVisible()
  // Lost on the way: the strip leads back, or on.
  await visit(page, '/gear')
  await expect(walk.getByRole('link', { name: 'Back to this step' })).toBeVisible()
  await walk.getByRole('button', { name: 'Next: What was learned' }).click()
  await page.waitForURL('**/learned')
  await walk.getByRole('button', { name: /^End the walk/ }).click()
  await expect(page.getByTestId('walk-offer')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Skiff fairleads in gunmetal' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Weigh out the charge' })).toBeVisible()
  expect(await page.getByTestId('bins-together').innerText()).toBe(bins)
  await expect(undo).toHaveAttribute('title', undone!)
})

test('the front page says what can be made today, and one press weighs it out', async ({ page }) => {
  await openDemo(page)
  const made = page.getByTestId('makes-today').getByRole('listitem')
  await expect(made.first()).toBeVisible()
  await made.first().getByRole('button').click()
  await page.waitForURL('**/heat/14/charge')
  await expect(page.getByTestId('answer')).toContainText(/to tap/)
})

test('the melt of a logged heat is history: nothing of it waits to be done', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/12/melt')
  await expect(page.getByTestId('melt-history')).toContainText('This heat is in the ledger')
  await expect(page.getByTestId('now')).toHaveCount(0)
  await expect(page.getByTestId('step-on')).toHaveCount(0)
})
