import { test as base } from '@playwright/test'
import { expect, openDemo, plain, test, visit } from './support'

test('in German: words, commas, days and money; what is typed with a comma is read; back in English all is as it was', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByRole('menuitem', { name: 'Language and money' }).click()
  await page.getByRole('combobox', { name: /^Language/ }).selectOption('de')
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'de')
  await expect(page.getByRole('link', { name: 'Gattierung abwiegen' })).toBeVisible()
  await visit(page, '/heat/13/charge')
  await expect
    .poll(async () => plain(await page.getByTestId('answer').innerText()))
    .toMatch(/^Setze 2 0\d\d g aus \d Posten ein: 2 001 g abzustechen für \d+,\d\d €\./)
  await visit(page, '/heat/13/melt')
  await expect(page.getByText('Gegen Spritzer anziehen')).toBeVisible()
  await visit(page, '/heat/13/target')
  const tap = page.getByLabel(/^Abstichmenge/)
  await tap.fill('1,5 kg')
  await tap.press('Tab')
  await expect(tap).toHaveValue('1500')
  await page.getByRole('button', { name: 'Rückgängig' }).click()
  await visit(page, '/ledger')
  await expect(page.getByTestId('ledger')).toContainText('17.10.2026')
  await expect(page.getByTestId('ledger')).toContainText(/\d,\d\d.€/)
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('12 Schmelzen')
  await page.getByRole('button', { name: 'Menü' }).click()
  await page.getByRole('menuitem', { name: 'Sprache und Geld' }).click()
  await page.getByLabel(/^Geldzeichen/).fill('CHF')
  await page.keyboard.press('Tab')
  await page.getByRole('combobox', { name: /^Sprache/ }).selectOption('en')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('12 heats')
  await expect(page.getByTestId('ledger')).toContainText(/CHF.\d+\.\d\d/)
})

base.describe('where the browser is American', () => {
  base.use({ locale: 'en-US' })
  base(
    'a new yard weighs in pounds, is hot in Fahrenheit, pays in dollars; words are spelled so',
    async ({ page }) => {
      await page.goto('/')
      await page.getByRole('button', { name: 'Start a blank yard' }).click()
      await expect(page.locator('html')).toHaveAttribute('lang', 'en-US')
      await page.getByRole('button', { name: 'Menu' }).click()
      await expect(page.getByRole('menuitem', { name: 'Weigh in pounds' })).toBeVisible()
      await expect(page.getByRole('menuitem', { name: 'Temperatures in °F' })).toBeVisible()
      await page.getByRole('menuitem', { name: 'Handbook' }).click()
      await expect(page.getByText('Aluminum does not glow')).toBeVisible()
    },
  )
})
