import type { Page } from '@playwright/test'
import { expect, openDemo, plain, saved, test, visit } from './support'

const answer = (page: Page) => page.getByTestId('inferred-verdict')

/** Weighs the demo's own heat as it is shown. */
async function weighAll(page: Page): Promise<void> {
  await visit(page, '/heat/13/scale')
  const all = page.getByTestId('all-weighed')
  for (let line = 0; line < 16; line++) {
    await expect(page.getByTestId('scale-lot').or(all)).toBeVisible()
    if (await all.isVisible()) return
    const lot = (await page.getByTestId('scale-lot').innerText()).trim()
    await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
    await page
      .getByLabel(/Scale reading/)
      .fill(plain(await page.getByTestId('scale-target').innerText()).trim())
    await page.getByRole('button', { name: 'Record, next' }).click()
    await expect(page.getByRole('button', { name: `Take back ${lot}` })).toBeVisible()
  }
}
/** Bronze in a cup, as a logger writes it: a bend at 1000 °C. */
const CURVE = ['seconds,temperature']
for (let s = 0, celsius = 1090; s < 200; s++) {
  CURVE.push(`${s},${celsius.toFixed(1)}`)
  celsius -= celsius > 1000 ? 2.4 : 0.5
}

test('gunmetal with no analyser: charge, density, curve, weights; the verdict is inferred and stays so @long', async ({
  page,
}) => {
  await openDemo(page)
  await weighAll(page)
  await visit(page, '/heat/13/assay')
  await page.getByRole('link', { name: 'Without a laboratory' }).click()
  await expect(answer(page)).toContainText(/in spec with \d+ % certainty/)
  await expect(page.getByText('Not measured: only an analyser sees every element')).toBeVisible()
  await expect(page.getByText('Assumed absent')).toBeVisible()
  await expect(page.getByTestId('next-test')).toContainText('the chance of a wrong verdict falls from')

  // A density: what is missing is said where it is missing, and nothing is lost.
  await page.getByRole('button', { name: 'Density in water' }).click()
  const form = page.getByRole('form', { name: 'Density in water' })
  await form.getByLabel('The piece in air').fill('182.4')
  await form.getByRole('button', { name: 'Record it' }).click()
  await expect(form.getByRole('alert')).toContainText('both weights')
  await form.getByLabel('Reading with it in the water').fill('200')
  await form.getByRole('button', { name: 'Record it' }).click()
  await expect(form.getByRole('alert')).toContainText('swapped')
  await form.getByLabel('Reading with it in the water').fill('20.9')
  await expect(form).toContainText('8.71')
  await form.getByRole('button', { name: 'Record it' }).click()
  await expect(page.getByTestId('evidence')).toContainText('Density in water: 8.71 g/cm³')

  // A curve from a logger's file.
  await page.getByRole('link', { name: 'Cooling curve' }).click()
  await page.getByLabel('From a logger’s file').setInputFiles({
    name: 'cup.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(CURVE.join('\n')),
  })
  await expect(page.getByTestId('curve-says')).toContainText(/Begins to freeze at (99\d|100\d)/)
  await expect(page.getByTestId('curve-says')).toContainText('The curve bends there')
  await page.getByRole('link', { name: 'To the result' }).click()
  await expect(page.getByTestId('evidence')).toContainText('Cooling curve:')
  await expect(
    page.getByText('The probe was never checked in a known freezing point').or(page.getByText('The probe:')),
  ).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('evidence')).toContainText('Cooling curve:')

  // One undo takes the curve back, one redo brings it.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByTestId('evidence')).not.toContainText('Cooling curve:')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByTestId('evidence')).toContainText('Cooling curve:')

  // It goes into the ledger as inferred, and everything that shows it says so.
  await visit(page, '/heat/13/assay')
  await expect(page.getByTestId('inferred-note')).toContainText('Inferred, not measured')
  await expect(page.getByTestId('put-right')).toContainText('From inferred values')
  await page.getByRole('button', { name: 'Log the heat' }).click()
  await page.waitForURL('**/ledger')
  const row = page.locator('main').getByRole('link', { name: /H-013/ })
  await expect(row).toContainText('inferred, not measured')
  await row.click()
  await expect(
    page.getByText(/Inferred, not measured: from the charge, the density and its freezing point/),
  ).toBeVisible()
})

test('a curve recorded from the thermocouple is on the disk before it is done @long', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openDemo(page)
  await weighAll(page)
  await visit(page, '/devices')
  const probe = page.getByTestId('device-thermocouple')
  await probe.getByLabel('Connection').selectOption('browser')
  for (const [label, figure] of [
    ['Melting starts at', '1100'],
    ['Melting ends at', '20'],
    ['Freezes from', '1000'],
  ] as const) {
    await probe.getByLabel(label).fill(figure)
    await probe.getByLabel(label).press('Tab')
  }
  await probe.getByRole('button', { name: 'Switch on' }).click()
  await visit(page, '/heat/13/curve')
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByText(/(1\d|[2-9]\d) readings so far/)).toBeVisible({ timeout: 20_000 })
  await saved(page)
  // The page ends in the middle: what was recorded is there.
  await page.reload()
  await expect(page.getByRole('button', { name: /^Curve 1, \d+ readings/ })).toBeVisible()
  await page.getByRole('button', { name: /^Remove/ }).click()
  await expect(page.getByText('No curve yet')).toBeVisible()
  // Where it froze, typed, in the yard's other degrees.
  await page.getByLabel('Only where it began to freeze').fill('1832 F')
  await page.getByRole('button', { name: 'Record it' }).click()
  await expect(page.getByText('Froze at 1000 °C, as entered').first()).toBeVisible()
})

test('what it is worth to know a lot first is told on the charge @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  const worth = page.getByTestId('worth')
  await worth.getByRole('button', { name: 'Calculate' }).click()
  await expect(worth).toContainText(/is worth €\s\d|No analysis would pay/, { timeout: 60_000 })
})
