import { readFile } from 'node:fs/promises'
import jsQR from 'jsqr'
import { PNG } from 'pngjs'
import { expect, openDemo, saved, stepTo, test, visit } from './support'

test('from pour to label: mould tare, flow, analyser, table, tests, verdict; the code reads back and opens the ingot @long', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await openDemo(page)
  await visit(page, '/gear')
  await page.getByRole('button', { name: 'Add an ingot mould' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Angle iron')
  await page.getByLabel(/^Empty weight/).fill('1250')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  for (const [lot, mass] of [
    ['Plumbing', '1500'],
    ['Tin bar', '180'],
    ['Compression', '120'],
  ]) {
    await page.getByLabel(new RegExp(`^Weighed ?.*${lot}`)).fill(mass!)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: new RegExp(`^Take back ?.*${lot}`) })).toBeVisible()
  }

  await visit(page, '/heat/13/pour')
  await page.getByLabel('Weighed in').selectOption({ label: 'Angle iron, 1 250 g empty' })
  await page.getByLabel('Next ingot, with its mould').fill('1200')
  await expect(page.getByText('no more than the mould weighs')).toBeVisible()
  await page.getByLabel('Next ingot, with its mould').fill('2850')
  await page.getByRole('button', { name: 'Add the ingot' }).click()
  await expect(page.getByText('H-013-1').first()).toBeVisible()
  for (const [part, mass] of [
    ['Castings', '0'],
    ['Sprues, gates, risers', '100'],
    ['Dross', '30'],
    ['Skull', '10'],
    ['Spill', '0'],
    ['Heel', '0'],
    ['Samples', '12'],
  ])
    await page.getByLabel(part!, { exact: true }).fill(mass!)
  await expect(page.getByTestId('yields')).toContainText('accounted for')
  await expect(page.getByTestId('mass-flow').locator('.sankey-node').first()).toBeVisible()

  await visit(page, '/heat/13/assay')
  const readings = page.getByLabel('Readings file')
  const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
  await readings.setInputFiles(csv('bad.csv', 'Cu,Sn\n88,lots\n'))
  await expect(page.getByRole('alert')).toContainText('“lots” in row 2 under Sn')
  await readings.setInputFiles(
    csv(
      'gun.csv',
      'date;sample;Cu %;Sn;Zn;Pb\n2026-11-23;face 1;88,0;9,8;2,1;<0,02\n2026-11-23;face 2;85;13;2;<0,02\n',
    ),
  )
  await expect(page.getByTestId('outlier').first()).toContainText('disagrees with')
  await page.getByRole('button', { name: 'Remove this reading' }).last().click()
  await expect(page.getByTestId('verdict')).toBeVisible()
  await expect(page.getByTestId('near')).toContainText('C90500')
  await page.getByText('Density, hardness, strength').click()
  await page.getByRole('combobox', { name: /^Test/ }).selectOption('tensile')
  await page.getByRole('button', { name: 'Add the test' }).click()
  await expect(page.getByRole('alert')).toContainText('Enter the result')
  await page.getByLabel(/^Broke at, N/).fill('12000')
  await page.getByLabel('Section of the bar').selectOption('area')
  await page.getByLabel('Section, mm²').fill('50')
  await page.getByRole('button', { name: 'Add the test' }).click()
  await expect(page.getByRole('region', { name: 'Other tests' })).toContainText(/240 N\/mm² \(34\s800 psi\)/)

  await visit(page, '/devices')
  const gun = page.getByTestId('device-analyser')
  await gun.getByLabel('Connection').selectOption('browser')
  await gun.getByRole('button', { name: 'Switch on' }).click()
  await expect(gun).toContainText(/Sn \d/)
  await visit(page, '/heat/13/assay')
  await page.getByRole('button', { name: 'Use the analyser’s reading' }).click()
  await expect(page.getByText('Reading 2')).toBeVisible()
  await page.getByRole('button', { name: 'Log the heat' }).click()
  await expect(page).toHaveURL(/ledger/)

  await visit(page, '/labels')
  const code = page.getByTestId('labels').getByRole('img').first()
  await expect(code.locator('path')).toBeVisible()
  // Held near, as a camera would.
  await code.evaluate((svg) => svg.setAttribute('style', 'width: 480px; height: 480px'))
  const read = async () => {
    const { data, width, height } = PNG.sync.read(await code.screenshot())
    return jsQR(new Uint8ClampedArray(data), width, height)?.data ?? ''
  }
  await expect.poll(read).toContain('/ingot/H-013-1?heat=H-013&alloy=C90500')
  await saved(page)
  await page.goto(await read())
  await expect(page.getByRole('heading', { name: 'H-013-1' })).toBeVisible()
  await page.getByRole('link', { name: 'Its heat' }).click()
  await expect(page.getByRole('heading', { name: 'Where the metal went' })).toBeVisible()
  await page.goto('/ingot/H-999-1?heat=H-999&alloy=C90300&g=500&Cu=88&Sn=8')
  await expect(page.getByText('This yard has no such ingot')).toBeVisible()
})

test('a heat’s story names what its metal came from; two heats side by side; labels of bins @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/ledger')
  await page.getByRole('link', { name: /Bearings and bell clapper/ }).click()
  await expect(page.getByTestId('origins')).toContainText(/through .*H-005/)
  await expect(page.getByTestId('melt-trace').locator('.scatterlayer .points path').first()).toBeVisible()
  await page.getByRole('link', { name: 'Compare' }).click()
  await page.getByLabel('Second heat').selectOption('4')
  await expect(page.getByRole('row', { name: /^Verdict/ })).toContainText('Out of spec')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/H-011 and H-004 differ in \d+ points/)
  await expect(page.getByTestId('differs').getByRole('row', { name: /^Copper measured/ })).toContainText('%')
  await visit(page, '/labels?heat=11,9')
  await expect(page.getByTestId('labels')).toContainText('H-011-1')
  await expect(page.getByTestId('labels')).toContainText('H-009-2')
  await page.getByRole('combobox', { name: /^On/ }).selectOption('a4-21')
  await page.getByLabel('First free label').fill('4')
  await expect(page.getByRole('button', { name: 'Print 3 labels' })).toBeVisible()
  const place = page.getByTestId('labels').getByRole('listitem')
  await expect(place).toHaveCount(6)
  await expect(place.nth(3)).toContainText('H-011-1')
  await page.getByRole('combobox', { name: /^On/ }).selectOption('')
  await visit(page, '/labels?heat=bins')
  await expect(page.getByRole('combobox', { name: 'For' })).toHaveValue('bins')
  await expect(page.getByTestId('labels')).toContainText('Plumbing offcuts')
})

test('the ledger finds by words, shares, dates and fields, and says what it cannot read', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/ledger')
  const search = page.getByRole('searchbox', { name: 'Search the ledger' })
  const found = page.getByTestId('ledger').getByRole('listitem')
  await search.fill('Sn>9')
  await expect(found).toHaveCount(3)
  await search.fill('Sn>9 verdict:outside')
  await expect(found).toHaveCount(1)
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export a table' }).click()
  const table = await readFile((await (await saving).path())!, 'utf8')
  expect(table.trim().split('\r\n')).toHaveLength(2)
  expect(table).toContain('H-004')
  await search.fill('lot:"cylinder head" date<2026-06')
  await expect(found).toHaveCount(1)
  await search.fill('Sn>lots')
  await expect(page.getByRole('alert')).toContainText('“Sn>lots” cannot be read')
})

test('what heats taught is used only when told, shown, overruled and taken back @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/learned')
  const learned = page.getByTestId('learned-recoveries')
  await expect(learned).toContainText('Set aside as unusual: H-004')
  await expect(learned).toContainText(
    /Your zinc recovery in bronzes \(zinc to 5 %\) is 0\.9\d+ ± 0\.0\d+ over 5 heats/,
  )
  await page.getByLabel('Plan my heats with it').check()
  await saved(page)
  await visit(page, '/learned')
  const zinc = learned.getByRole('listitem').filter({ hasText: 'Your zinc recovery in bronzes' })
  await zinc.getByText('The heats behind it').click()
  await zinc.getByLabel(/^Plan Zn with this instead/).fill('0.5')
  await page.keyboard.press('Enter')
  await expect(learned).toContainText('Manual value: planned with 0.5')
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await visit(page, '/learned')
  await page.getByRole('button', { name: 'Use the learned value again' }).click()
  await expect(learned).not.toContainText('Manual value')
  await page.reload()
  await expect(page.getByLabel('Plan my heats with it')).toBeChecked()
})

test('a symptom leads to its causes, and what to change lands on the next run sheet', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/4/trouble')
  await page.getByRole('button', { name: /White smoke/ }).click()
  const causes = page.getByTestId('causes').getByRole('listitem')
  await expect(causes.first()).toContainText('over the liquidus')
  await causes.filter({ hasText: 'Zinc or brass went in too early' }).getByRole('button').click()
  await visit(page, '/heat/13/melt')
  await expect(page.getByTestId('reminders')).toContainText('Zinc last, under the surface')
  await expect(page.getByTestId('reminders')).toContainText('H-004')
  await stepTo(page, /^Heat the crucible/)
})

test('trends: charts with limits, what builds up in metal that goes round', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/trends')
  await expect(page.getByTestId('out-of-control').first()).toContainText('H-004')
  await page.getByRole('combobox', { name: /^Element/ }).selectOption('Sn')
  await expect(page.getByText('Tin, measured minus predicted')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Tramp elements, Cu' })).toContainText('2 times')
})
