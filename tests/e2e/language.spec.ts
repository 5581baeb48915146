import { readFileSync } from 'node:fs'
import { test as base } from '@playwright/test'
import { expect, openDemo, plain, test, visit } from './support'

/** What the data tables say in English, as the German folder knows it; shorter ones are words of German too. */
const ENGLISH = Object.keys(
  JSON.parse(readFileSync('app/words/de/texts.json', 'utf8')) as Record<string, string>,
).filter((text) => text.length > 12 && !/source|practice/i.test(text))

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
    .toMatch(/^Plan \w{4} 2 0\d\d g aus \d Posten einsetzen: 2 001 g zum Abstich für \d+,\d\d €\./)
  await visit(page, '/heat/13/melt')
  await expect(page.getByText('Gegen Spritzer anziehen')).toBeVisible()
  await visit(page, '/heat/13/target')
  const tap = page.getByLabel(/^Abstichmasse/)
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
  await page.getByLabel(/^Währungszeichen/).fill('CHF')
  await page.keyboard.press('Tab')
  await page.getByRole('combobox', { name: /^Sprache/ }).selectOption('en')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('12 heats')
  await expect(page.getByTestId('ledger')).toContainText(/CHF.\d+\.\d\d/)
})

base.describe('where the browser is German', () => {
  base.use({ locale: 'de-DE' })
  base(
    'no page says a text of the tables in English; an alloy is found by its German name @long',
    async ({ page }) => {
      await page.goto('/?yard=demo')
      await expect(page.getByRole('link', { name: 'Gattierung abwiegen' })).toBeVisible()
      const screens = ['/alloys', '/scrap-book', '/identify', '/gear', '/mould', '/handbook/faults']
      for (const path of [...screens, '/handbook/practice-heats', '/handbook/tables', '/heat/11/story']) {
        await visit(page, path)
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
        const said = await page.locator('main').innerText()
        expect(
          ENGLISH.filter((text) => said.includes(text)),
          path,
        ).toEqual([])
      }
      await visit(page, '/alloys')
      await page.getByRole('searchbox').fill('glockenbronze')
      await expect(page.getByText('Glockenbronze 81-19')).toBeVisible()
      await expect(page.getByText('Rotguss 88-10-0-2')).toHaveCount(0)
    },
  )
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
      await expect(page.getByRole('menuitem', { name: 'Weights in pounds' })).toBeVisible()
      await expect(page.getByRole('menuitem', { name: 'Temperatures in °F' })).toBeVisible()
      await page.getByRole('menuitem', { name: 'Handbook' }).click()
      await expect(page.getByText('Aluminum does not glow')).toBeVisible()
    },
  )
})
