import { readFile } from 'node:fs/promises'
import demo from '../../data/demo-yard.json' with { type: 'json' }
import { expect, leaveOut, openDemo, saved, test, visit, yardOf } from './support'

test('the yard saved to a file and opened again is the same yard, and undo brings the former one back', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Menu' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Save the yard to a file' }).click()
  const text = await readFile((await (await download).path())!, 'utf8')
  expect(yardOf(text)).toEqual(demo)

  const changed = { ...demo, lots: demo.lots.slice(0, 3) }
  await page.getByLabel('Yard file').setInputFiles({
    name: 'small.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(changed)),
  })
  await expect(page.getByTestId('import-counts')).toContainText('only in your yard')
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
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
  for (const name of [/Weights in grams/, /Weights in kilograms/, /Weights in ounces/, /Temperatures in °C/])
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
    await leaveOut(page, 'Plumbing offcuts')
    await expect(page.getByTestId('answer')).toContainText(/from \d lots|cannot/)
    await page.goto('/ledger')
    await expect(page.getByTestId('where-chart').locator('.bars path').first()).toBeVisible()
  })
})

test('a file is looked at before it is merged; merging takes the later, adds what is new, and is undone as one step', async ({
  page,
}) => {
  await openDemo(page)
  const [first, second] = demo.lots
  const file = {
    ...demo,
    lots: [
      { ...first!, name: 'Renamed elsewhere', updatedAt: '2027-01-01T00:00:00.000Z' },
      { ...second!, id: 'ffffffff-0000-4000-8000-000000000001', name: 'From another yard' },
    ],
  }
  await page.getByLabel('Yard file').setInputFiles({
    name: 'other.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  })
  await expect(page.getByTestId('import-counts')).toContainText('1 new, 1 later than yours')
  await page.getByRole('button', { name: 'Merge it' }).click()
  await page.goto('/stock')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${demo.lots.length + 1} lots`)
  await expect(page.getByText('Renamed elsewhere').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${demo.lots.length} lots`)
})

test('two windows: a change appears in the other, different fields are both kept, the same field is asked about', async ({
  context,
  page,
}) => {
  await openDemo(page)
  await page.goto('/heat/13/assay')
  const other = await context.newPage()
  await other.goto('/heat/13/assay')
  const title = (at: typeof page) => at.getByRole('textbox', { name: 'Name of the heat' })
  const remarks = (at: typeof page) => at.getByRole('textbox', { name: /remarks/i })
  await title(page).fill('Fairleads, second try')
  await expect(title(other)).toHaveValue('Fairleads, second try')
  // Both at once, before either hears of the other: the first window's line is held back.
  await remarks(other).fill('Poured well')
  await title(page).fill('Fairleads, third try')
  await expect(title(other)).toHaveValue('Fairleads, third try')
  await expect(remarks(page)).toHaveValue('Poured well')
  await title(page).blur()
  await page.keyboard.press('Control+z')
  await expect(remarks(page)).toHaveValue('Poured well')
  await expect(remarks(other)).toHaveValue('Poured well')
  await saved(page)
  await saved(other)
  await page.reload()
  await expect(remarks(page)).toHaveValue('Poured well')
  // A stranger's message of a change to the same field, from the same beginning.
  await page.evaluate(async () => {
    const app = (
      window as unknown as {
        useNuxtApp: () => {
          $pinia: {
            state: {
              value: Record<string, { records: { heats: Record<string, { number: number; title: string }> } }>
            }
          }
        }
      }
    ).useNuxtApp()
    const mine = Object.values(app.$pinia.state.value.yard!.records.heats).find(
      ({ number }) => number === 13,
    )!
    new BroadcastChannel('hephaestal-changes').postMessage({
      from: 'a third window',
      changes: [
        {
          collection: 'heats',
          id: (mine as unknown as { id: string }).id,
          before: { ...JSON.parse(JSON.stringify(mine)), title: 'as it was' },
          after: { ...JSON.parse(JSON.stringify(mine)), title: 'as the third has it' },
        },
      ],
    })
  })
  await expect(page.getByTestId('clash')).toContainText('Two windows changed the name of H-013')
  await page
    .getByTestId('clash')
    .getByRole('button', { name: /The other window/ })
    .click()
  await expect(title(page)).toHaveValue('as the third has it')
})

test('safe keeping: snapshots are kept apart and restored with a look first; a backup ends the reminder', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/backup')
  await page.getByRole('button', { name: 'Take a snapshot' }).click()
  await expect(page.getByTestId('snapshots').getByRole('listitem')).toHaveCount(1)
  await page.goto('/stock')
  await page.evaluate(() => localStorage.setItem('hephaestal-changes-since-backup', '75'))
  await page.reload()
  await expect(page.getByTestId('backup-due')).toContainText('75 changes since')
  await page.goto('/heat/13/assay')
  await page.getByRole('textbox', { name: 'Name of the heat' }).fill('Changed since')
  await saved(page)
  await page.goto('/backup')
  await page.getByRole('button', { name: /^Preview/ }).click()
  await expect(page.getByTestId('import-counts')).toContainText('1 older than yours')
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
  await expect(page.getByText(/^Opened the snapshot/)).toBeVisible()
  await saved(page)
  await page.goto('/heat/13/assay')
  await expect(page.getByRole('textbox', { name: 'Name of the heat' })).toHaveValue(
    'Skiff fairleads in gunmetal',
  )
  await page.goto('/backup')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save a backup file' }).click()
  await download
  await expect(page.getByTestId('since-backup')).toContainText('0 changes since')
})

test('where the browser offers to put the app on the device, Safe keeping does; once it is taken up it is gone @long', async ({
  page,
}) => {
  await openDemo(page)
  await page.evaluate(() => {
    const offer = Object.assign(new Event('beforeinstallprompt', { cancelable: true }), {
      prompt: async () => void document.documentElement.setAttribute('data-asked', 'yes'),
    })
    dispatchEvent(offer)
    document.documentElement.setAttribute('data-held', String(offer.defaultPrevented))
  })
  await visit(page, '/backup')
  await page.getByRole('button', { name: 'Install it on this device' }).click()
  await expect(page.locator('html')).toHaveAttribute('data-asked', 'yes')
  await expect(page.locator('html')).toHaveAttribute('data-held', 'true')
  await expect(page.getByRole('button', { name: 'Install it on this device' })).toHaveCount(0)
})
