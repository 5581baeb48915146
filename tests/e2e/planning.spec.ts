import { readFile } from 'node:fs/promises'
import { expect, leaveOut, openChoices, openDemo, plain, saved, test, visit } from './support'

test('nothing fits: why, and each way out carried out; a moved limit stays marked and goes back', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  const answer = page.getByTestId('answer')
  await expect(answer).toContainText('to tap for')
  await leaveOut(page, 'Tin bar')
  await expect(answer).toContainText('Ways to make it work')
  const relax = answer.getByRole('button', { name: /Apply it ?: Accept/ }).first()
  await relax.click()
  await expect(answer).toContainText('to tap for')
  await expect(answer).toContainText('You have changed limits for this heat')
  await expect(page.getByText(/changed; the alloy’s limit is/).first()).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(answer).toContainText('You have changed limits for this heat')
  await answer.getByRole('button', { name: 'Restore them' }).click()
  await expect(answer).toContainText('Ways to make it work')
  await answer
    .getByRole('button', { name: /add it to stock/ })
    .first()
    .click()
  await expect(answer).toContainText('to tap for')
  await visit(page, '/stock')
  await expect(page.getByText(/\(bought\)/).first()).toBeVisible()
})

test('other ways side by side; one taken becomes the plan, and undo brings the former back @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  const answer = page.getByTestId('answer')
  await expect(answer).toContainText('from 4 lots')
  const ways = page.getByTestId('ways')
  await ways.scrollIntoViewIfNeeded()
  await expect(ways.getByRole('rowheader', { name: /Fewest lots/ })).toBeVisible()
  await expect(page.getByTestId('certainty-chart').locator('.scatterlayer path').first()).toBeVisible()
  await ways.getByRole('button', { name: /Use this charge ?: Fewest lots/ }).click()
  await expect(answer).toContainText(/from [234] lots/)
  await expect(ways.getByRole('row', { name: /Fewest lots/ })).toContainText('this plan')
  await page.keyboard.press('Control+z')
  await expect(answer).toContainText('from 4 lots')
})

test('whole pieces, and at most so many lots @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  const row = page.locator('[data-lot="Plumbing offcuts"]')
  await row.getByRole('button', { name: /Min\/max/ }).click()
  await row.getByLabel('Plumbing offcuts: whole pieces of').fill('118')
  await expect(row).toContainText(/whole pieces/)
  const offWhole = async () =>
    Number(plain(await row.locator('p b').first().innerText()).replace(/[^0-9.]/g, '')) % 118
  await expect.poll(offWhole).toBe(0)
  await openChoices(page)
  await page.getByRole('combobox', { name: /^Lots/ }).selectOption('4')
  await expect(page.getByTestId('answer')).toContainText(/from [1-4] lots/)
})

test('checks of practice stand beside the plan; a crucible too small is said @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  // What can hurt someone stands under the answer, with its reason, and again at the scale.
  const checks = page.getByTestId('hurting')
  await openChoices(page)
  await page.getByLabel('Use another lot').selectOption('cent')
  await expect(checks).toContainText('cadmium')
  await checks.locator('summary').first().click()
  await expect(checks).toContainText('P100 respirator')
  await page.getByRole('combobox', { name: /^Crucible/ }).selectOption('')
  await page.getByLabel('Crucible number').fill('1')
  await expect(checks).toContainText('It does not fit')
  await page.getByLabel('Crucible number').fill('4')
  await expect(checks).not.toContainText('It does not fit')
  await visit(page, '/heat/13/scale')
  await expect(page.getByTestId('scale-lot')).toHaveText('Plumbing offcuts')
  // The lead in the melt is said from the first lot on, cadmium with the lot that brings it.
  await expect(page.getByTestId('hurting')).not.toContainText('cadmium')
  for (let taken = 0; taken < 12; taken++) {
    const name = (await page.getByTestId('scale-lot').textContent())!
    if (name.trim() === 'Zinc anode stubs') break
    await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
    const target = plain((await page.getByTestId('scale-target').textContent())!).replace(/[^0-9.]/g, '')
    await page.getByLabel(`Scale reading for ${name.trim()}`).fill(target)
    await page.getByRole('button', { name: 'Record, next' }).click()
    await expect(page.getByTestId('scale-lot')).not.toHaveText(name)
  }
  await expect(page.getByTestId('scale-lot')).toHaveText('Zinc anode stubs')
  await expect(page.getByTestId('hurting')).toContainText('cadmium')
})

test('the problem saved to a file, and opened again as a heat that costs the same @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  const answer = page.getByTestId('answer')
  await expect(answer).toContainText('to tap for')
  const cost = /€.[0-9.]+/.exec(plain(await answer.innerText()))![0]
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Export charge…' }).click()
  const path = await (await download).path()
  const problem = JSON.parse(await readFile(path, 'utf8'))
  expect(problem.format).toBe('hephaestal/charge-problem')
  expect(problem.lots.map(({ id }: { id: string }) => id)).toContain('Plumbing offcuts')
  const file = page.getByLabel('Problem file')
  await file.setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":1}'),
  })
  await expect(page.getByRole('alert')).toContainText('broken.json is not a charge problem')
  await file.setInputFiles({
    name: 'again.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(problem)),
  })
  await expect(page).toHaveURL(/heat\/14\/charge/)
  await expect(answer).toContainText('to tap for')
  await expect.poll(async () => plain(await answer.innerText())).toContain(cost)
})

test('what the pile can become: ranked, with what unlocks the rest; a heat begun from it', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/pile')
  await expect(page.getByTestId('pile-answer')).toContainText('alloys can be made now')
  await expect(page.getByText('With a small purchase')).toBeVisible()
  await page.getByRole('button', { name: 'Start a heat of Gear bronze' }).click()
  await expect(page).toHaveURL(/target/)
  await page.getByRole('link', { name: 'Calculate the charge' }).click()
  await expect(page.getByTestId('answer')).toContainText('to tap for')
})

test('a day of two heats: their order and clock; each keeps to its share @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/day-plan')
  await expect(page.getByTestId('joint-answer')).toContainText('One heat, started at 09:00, poured about')
  await page.getByRole('button', { name: 'Start a second heat' }).click()
  await page.getByLabel(/Tap mass/).fill('1500')
  await page.getByRole('combobox', { name: 'Find an alloy' }).fill('C90300')
  await page.getByRole('option').first().click()
  await visit(page, '/day-plan')
  await expect(page.getByTestId('joint-answer')).toContainText('2 heats, started at 09:00')
  await page.getByRole('button', { name: 'Keep each heat to its share' }).click()
  await visit(page, '/heat/14/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await expect(page.getByLabel('Tin bar: at most')).not.toHaveValue('')
})

test('an off-spec heat put right: the additions, and the heat that does it @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/4/assay')
  const panel = page.getByTestId('put-right')
  await expect(panel).toContainText(/Add .* of Zinc anode stubs/)
  await panel.getByLabel('Aim').selectOption('nominal')
  await expect(panel).toContainText('Adjust the melt')
  await panel.getByLabel('The crucible takes at most').fill('1500')
  await expect(panel).toContainText(/Ladle out .* first/)
})

test('the scale: tolerance, container, practice scale, and where it was after a reload @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/scale')
  await expect(page.getByTestId('tolerance')).toContainText('Anything from')
  await page.getByLabel('Container on the pan').fill('2000')
  await page.getByLabel(/Scale reading/).fill('1500')
  await expect(page.getByRole('alert')).toContainText('no more than the container weighs')
  await page.getByLabel('Container on the pan').fill('')
  await page.getByLabel('practise on a simulated scale').check()
  const pretended = page.getByTestId('practice-scale')
  await pretended.getByRole('button', { name: 'Pour to the target' }).click()
  await expect(pretended).toContainText('steady')
  await page.getByRole('button', { name: 'Record, next' }).click()
  await expect(page.getByText('1 of')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.getByText('1 of')).toBeVisible()
  await expect(page.getByLabel('practise on a simulated scale')).toBeChecked()
})

test('alloys: own target from nominal figures, side by side, to a file and back @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/alloys')
  await page.getByRole('button', { name: 'An alloy of your own' }).click()
  await page.getByRole('button', { name: 'Save this alloy' }).click()
  await expect(page.getByRole('alert')).toContainText('Give it a name')
  await page.getByLabel('Name', { exact: true }).fill('Finial bronze')
  for (const [symbol, pct] of [
    ['Sn', '8'],
    ['Zn', '3'],
  ] as const) {
    await page.getByLabel('Another element').fill(symbol)
    await page.getByRole('button', { name: 'Add element' }).click()
    await page.getByLabel(`${symbol}: nominal`).fill(pct)
  }
  await page.getByRole('button', { name: 'Set limits from nominal' }).click()
  await expect(page.getByLabel('Sn: maximum')).toHaveValue('8.8')
  await page.getByRole('button', { name: 'Save this alloy' }).click()
  await page.getByLabel('Search the alloys').fill('finial bronze')
  await expect(page.getByRole('heading', { name: '1 alloy' })).toBeVisible()
  await page.getByRole('button', { name: 'Compare alloys' }).click()
  await page.getByLabel('Compare Finial bronze').check()
  await page.getByLabel('Search the alloys').fill('C90300')
  await page.getByLabel('Compare Tin bronze').check()
  await expect(page.getByTestId('compare')).toContainText('7.2–8.8')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Save my own…' }).click()
  const text = await readFile(await (await download).path(), 'utf8')
  await page.keyboard.press('Control+z')
  await page.getByLabel('Search the alloys').fill('finial')
  await expect(page.getByRole('heading', { name: '0 alloys' })).toBeVisible()
  await page
    .getByLabel('Alloys file')
    .setInputFiles({ name: 'own.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(page.getByRole('heading', { name: '1 alloy' })).toBeVisible()
})

test('the charge sheet fits one page', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/sheet')
  await expect(page.getByRole('cell', { name: 'In the crucible now (estimate)', exact: true })).toBeVisible()
  // The order of additions stands on it, with what goes in at each.
  const steps = page.getByTestId('sheet-steps').getByRole('listitem')
  await expect(steps.first()).toContainText('Get ready')
  await expect(steps.filter({ hasText: /\d\s?g / }).first()).toBeVisible()
  const pdf = await page.pdf({ format: 'A4' })
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length).toBe(1)
})
