import { expect, openDemo, plain, saved, test, visit } from './support'

test('letters, −5, nothing and an unknown unit get their message where they were typed, and nothing is lost', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/target')
  const tap = page.getByLabel(/Tap mass/)
  for (const [typed, message] of [
    ['lots', 'That is not a number'],
    ['-5', 'It cannot be below zero'],
    ['0', 'It must be more than zero'],
    ['5 stone', 'Unknown unit'],
    ['', 'Type a number'],
  ] as const) {
    await tap.fill(typed)
    await tap.blur()
    await expect(page.getByRole('alert')).toContainText(message)
    await expect(tap).toHaveValue(typed)
    await expect(tap).toHaveAttribute('aria-invalid', 'true')
    await expect(page.getByRole('link', { name: /^Target/ })).toContainText('C90500, 2')
  }
  await tap.fill('2100')
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('140 % in a lot is refused with what to do @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/stock')
  await page.getByRole('button', { name: 'Edit Tin bar' }).click()
  await page.getByLabel('Sn share').fill('140')
  await expect(page.getByRole('alert')).toContainText('cannot be over 100')
  // What cannot be read is never dropped for the last good figure.
  await page.getByLabel('Mass', { exact: true }).fill('plenty')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByLabel('Mass', { exact: true })).toBeFocused()
  await expect(page.getByLabel('Mass', { exact: true })).toHaveValue('plenty')
  await page.getByLabel('Mass', { exact: true }).fill('200000000')
  await expect(page.getByText('That is too large to be real.')).toBeVisible()
  await page.getByLabel('Mass', { exact: true }).fill('2 kg')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByLabel('Sn share')).toBeFocused()
  await page.getByLabel('Sn share').fill('99.99')
  await page.getByLabel('Pb share').fill('5')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('add up to more than 100')
  await page.getByLabel('Pb share').fill('0.01')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toHaveCount(0)
})

test('a lot of nothing is refused: no name, no metal @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/stock')
  await page.getByRole('button', { name: 'Add a lot' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Give it a name.')).toBeVisible()
  await expect(page.getByText('Say what it is made of')).toBeVisible()
  await expect(page.getByText('Type a number, such as 250, 2 kg')).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('Mystery metal')
  await page.getByLabel('Element 1').fill('Xx')
  await page.getByLabel('Xx share').fill('50')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('is not a chemical symbol')).toBeVisible()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Mystery metal')
})

test('more tap mass than metal: said how much there is, and the way out works @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/target')
  await page.getByLabel(/Tap mass/).fill('90 kg')
  await page.getByRole('link', { name: 'Calculate the charge' }).click()
  const answer = page.getByTestId('answer')
  await expect(answer).toContainText('Not enough metal')
  expect(plain(await answer.innerText())).toContain('90.000 kg wanted')
  await page.getByRole('button', { name: 'Apply it' }).click()
  await expect(answer).toContainText(/to tap for/)
  await saved(page)
})

test('an assay of letters or 140 is refused, the other figures stay', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/assay')
  const group = page.getByRole('group', { name: 'Reading' })
  await group.getByLabel(/^Sn/).fill('9.8')
  await group.getByLabel(/^Zn/).fill('140')
  await expect(page.getByRole('alert')).toContainText('cannot be over 100')
  await group.getByLabel(/^Zn/).fill('about two')
  await expect(page.getByRole('alert')).toContainText('not a number')
  await expect(group.getByLabel(/^Sn/)).toHaveValue('9.8')
})

test('a heat that does not exist, and a file that is no yard @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/999/charge')
  await expect(page.getByRole('heading', { name: 'No such heat' })).toBeVisible()
  await page.getByLabel('Yard file').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"other"}'),
  })
  await expect(page.getByRole('alert')).toContainText('not a yard saved by Hephaestal')
  for (const [name, start] of [
    ['cut.zip', 'PK\u0003\u0004 and no more'],
    ['picture.zip', 'GIF89a'],
  ] as const) {
    await page.getByLabel('Yard file').setInputFiles({
      name,
      mimeType: 'application/zip',
      buffer: Buffer.from(start, 'latin1'),
    })
    await expect(page.getByRole('alert')).toContainText(/damaged or cut off|not JSON/)
  }
})

test('a reading in the other scale is asked about, not while it is typed, and not taken unasked @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/melt')
  const reading = page.getByRole('textbox', { name: /^Temperature/ })
  const alert = page.getByRole('alert')
  const logged = page.getByRole('button', { name: /^Delete/ })
  await reading.pressSequentially('2150')
  await expect(alert).toHaveCount(0)
  await reading.press('Enter')
  await expect(alert).toContainText('very hot here')
  await expect(logged).toHaveCount(0)
  await alert.getByRole('button', { name: 'it was °F: 1177 °C' }).click()
  await expect(reading).toHaveValue('1177')
  await reading.press('Enter')
  await expect(logged).toHaveCount(1)
  await reading.fill('1600')
  await page.getByRole('button', { name: 'Log it' }).click()
  await alert.getByRole('button', { name: /yes, 1.600 °C/ }).click()
  await page.getByRole('button', { name: 'Log it' }).click()
  await expect(logged).toHaveCount(2)
})
