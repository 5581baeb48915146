import { readFile } from 'node:fs/promises'
import demo from '../../data/demo-yard.json' with { type: 'json' }
import { expect, openDemo, saved, test } from './support'

test('the yard saved to a file and opened again is the same yard, and undo brings the former one back', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Menu' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Save the yard to a file' }).click()
  const text = await readFile((await (await download).path())!, 'utf8')
  expect(JSON.parse(text)).toEqual(demo)

  const changed = { ...demo, lots: demo.lots.slice(0, 3) }
  await page.getByLabel('Yard file').setInputFiles({
    name: 'small.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(changed)),
  })
  await expect(page.getByText('Opened small.json')).toBeVisible()
  await page.goto('/stock')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('3 lots')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${demo.lots.length} lots`)
  await saved(page)
})

test('ounces, pounds and Fahrenheit', async ({ page }) => {
  await openDemo(page)
  const choose = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Menu' }).click()
    await page.getByRole('menuitem', { name }).click()
  }
  for (const name of [/Weigh in grams/, /Weigh in kilograms/, /Weigh in ounces/, /Temperatures in °C/])
    await choose(name)
  await page.goto('/heat/13/target')
  await expect(page.getByLabel(/Tap mass/)).toHaveValue('4 lb 6.5 oz')
  await expect(page.getByText('Liquidus 1830 °F')).toBeVisible()
  await page.getByLabel(/Tap mass/).fill('5 lb 11.2 oz')
  await page.getByLabel(/Tap mass/).blur()
  await expect(page.getByLabel(/Tap mass/)).toHaveValue('5 lb 11.2 oz')
})

test.describe('offline', () => {
  test.use({ serviceWorkers: 'allow' })
  test('loaded once, it works with the server gone: deep address, solver and all', async ({
    page,
    context,
  }) => {
    await openDemo(page)
    await page.evaluate(() => navigator.serviceWorker.ready)
    await expect.poll(() => page.evaluate(() => caches.keys().then((keys) => keys.length))).toBeGreaterThan(0)
    await page.reload()
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
    await context.setOffline(true)
    await page.goto('/heat/13/charge?from=label')
    await expect(page.getByTestId('answer')).toContainText('to tap for')
    await page.getByRole('checkbox', { name: 'Use Plumbing offcuts' }).uncheck()
    await expect(page.getByTestId('answer')).toContainText(/from \d lots|cannot/)
    await page.goto('/ledger')
    await expect(page.getByTestId('where-chart').locator('.bars path').first()).toBeVisible()
  })
})
