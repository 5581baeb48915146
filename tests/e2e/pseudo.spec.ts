import { readFileSync } from 'node:fs'
import { expect, openDemo, test, visit } from './support'

/** Screens with the most words. */
const WORDY = [
  '/',
  '/stock',
  '/heat/13/target',
  '/heat/13/charge',
  '/heat/13/scale',
  '/heat/13/melt',
  '/heat/11/pour',
  '/heat/4/assay',
  '/ledger',
  '/gear',
  '/alloys',
  '/handbook/faults',
  '/backup',
  '/pile',
]
const words = (text: string) => text.toLowerCase().match(/[a-z]{4,}/g) ?? []
/** What the person wrote, and the designations of standards, stay as they are. */
const OWN = new Set([
  ...words(readFileSync('data/demo-yard.json', 'utf8')),
  ...words(readFileSync('data/alloys.json', 'utf8')),
  'hephaestal',
  'english',
  'deutsch',
])

test('in a pseudo-language no control keeps plain English, and nothing is wider than the page', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await openDemo(page)
  await page.evaluate(() => localStorage.setItem('language', 'en-XA'))
  await page.reload()
  const plain: string[] = []
  for (const path of WORDY) {
    await visit(page, path)
    await expect(page.locator('main')).toContainText('~')
    const texts = await page
      .locator('main, header')
      .locator('button, h1, h2, h3, th, legend, summary, a, .label')
      .evaluateAll((all) => all.map((one) => (one as HTMLElement).innerText))
    for (const text of texts)
      if (!/[áéíóúý~]/i.test(text))
        for (const word of words(text)) if (!OWN.has(word)) plain.push(`${path}: ${text}`)
    for (const width of [390, 1280]) {
      await page.setViewportSize({ width, height: 844 })
      const over = () =>
        page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      await expect.poll(over, `${path} at ${width}`).toBeLessThanOrEqual(0)
    }
  }
  expect([...new Set(plain)]).toEqual([])
})
