import { writeFile } from 'node:fs/promises'
import demo from '../../data/demo-yard.json' with { type: 'json' }
import { largeYard, type GrowingYard } from '../support/large-yard'
import { expect, saved, test, visit } from './support'

/* A yard of many years: opened, looked through, learned from. How long a page stands still in it, `scripts/frames.ts` measures. */
const LOTS = 400
const HEATS = 700

test('a yard of many years: read beside the page, lists drawn as they are scrolled, learned from and stopped @long', async ({
  page,
}, info) => {
  const path = info.outputPath('large.json')
  await writeFile(path, JSON.stringify(largeYard(demo as unknown as GrowingYard, LOTS, HEATS)))
  await page.goto('/')
  await page.getByLabel('Yard file').setInputFiles(path)
  await expect(page.getByRole('status').filter({ hasText: 'Opened large.json' })).toBeVisible()
  await saved(page)
  await page.reload()

  await visit(page, '/stock')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${LOTS + 16} lots`)
  const drawn = page.locator('[data-lot]')
  const first = await drawn.count()
  expect(first).toBeLessThan(LOTS / 2)
  await page
    .getByRole('button', { name: /: show more$/ })
    .first()
    .click()
  await expect.poll(() => drawn.count()).toBeGreaterThan(first)
  await page.getByRole('searchbox').fill('tin bar 3')
  await expect(drawn.first()).toContainText('Tin bar')

  await visit(page, '/learned')
  const recoveries = page.getByTestId('learned-recoveries')
  await expect(recoveries).toContainText(/over \d{2,} heats/)
  const proposals = page.getByTestId('sharper').getByRole('listitem')
  await expect(proposals.first()).toBeVisible()
  // One written down is known better now, and is not proposed again as it was.
  const proposed = (await proposals.first().locator('b').textContent())!
  await proposals.first().getByRole('button').click()
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await expect(page.getByRole('progressbar', { name: 'Learning from the heats' })).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(proposals.filter({ hasText: proposed }).first()).toBeVisible()

  await visit(page, '/trends')
  await page.getByRole('combobox', { name: 'Heats' }).selectOption('0')
  await expect(page.getByText(`${HEATS} heats; average cost`)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Tramp elements, Cu' })).toContainText(/and \d+ more/)

  await visit(page, '/compare')
  await page.getByLabel('or an earlier heat, H-').first().fill('3')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('First heat', { exact: true })).toHaveValue('3')
  await page.getByLabel('or an earlier heat, H-').first().fill('99999')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('no such heat; they run from H-001 to H-7')
})
