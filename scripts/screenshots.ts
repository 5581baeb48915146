/* Makes the pictures of docs/screenshots from the demo yard. The app must be running: npm run demo. */
import { chromium, type Page } from '@playwright/test'
import { CHROMIUM, CHROMIUM_LAUNCH } from './chromium'

const BASE = process.env.BASE ?? 'http://127.0.0.1:4173'
const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }

interface Shot {
  name: string
  path: string
  size?: { width: number; height: number }
  dark?: boolean
  before?: (page: Page) => Promise<void>
}

const planned = async (page: Page) => {
  await page.getByText('to tap for').waitFor()
}
const SHOTS: Shot[] = [
  { name: 'home', path: '/' },
  { name: 'stock', path: '/stock' },
  {
    name: 'identify',
    path: '/identify',
    before: async (page) => {
      for (const answer of ['brass yellow', 'white smoke', 'plumbing'])
        await page.getByText(answer, { exact: true }).click()
      await page.evaluate(() => scrollTo(0, 0))
    },
  },
  { name: 'target', path: '/heat/13/target' },
  { name: 'charge', path: '/heat/13/charge', before: planned },
  { name: 'gear', path: '/gear' },
  { name: 'handbook', path: '/handbook/practice-heats' },
  { name: 'scale', path: '/heat/13/scale' },
  { name: 'melt', path: '/heat/13/melt' },
  {
    name: 'rehearsal',
    path: '/heat/13/rehearse',
    before: async (page) => {
      await page
        .getByRole('radio', { name: /^Nothing/ })
        .first()
        .check()
      await page.getByRole('button', { name: 'Begin the rehearsal' }).click()
      await page.getByRole('button', { name: 'Light it' }).click()
      await page.getByRole('button', { name: '×60' }).click()
      await page.waitForTimeout(14_000)
      await page.getByRole('button', { name: 'Pause' }).click()
      await page.evaluate(() => scrollTo(0, 0))
    },
  },
  { name: 'melt-phone', path: '/heat/13/melt', size: PHONE },
  { name: 'pour', path: '/heat/11/pour' },
  { name: 'assay', path: '/heat/4/assay' },
  { name: 'ledger', path: '/ledger' },
  {
    name: 'alloys',
    path: '/alloys',
    before: async (page) => {
      await page.getByRole('button', { name: 'Compare alloys' }).click()
      for (const name of ['Gunmetal, 88-10-0-2', 'Tin bronze, 88-8-0-4', 'Gear bronze'])
        await page.getByLabel(`Compare ${name}`).first().check()
      await page.getByTestId('compare').scrollIntoViewIfNeeded()
    },
  },
  // What follows changes the yard: it comes last.
  {
    name: 'mould',
    path: '/heat/13/mould',
    before: async (page) => {
      await page.getByLabel('Height in the mould').fill('60')
      await page.getByTestId('mould-drawing').waitFor()
    },
  },
  {
    name: 'infer',
    path: '/heat/13/scale',
    before: async (page) => {
      const all = page.getByTestId('all-weighed')
      for (let line = 0; line < 16; line++) {
        await page.getByTestId('scale-lot').or(all).waitFor()
        if (await all.isVisible()) break
        await page.locator('[data-testid="scale-target"][aria-busy="false"]').waitFor()
        const shown = (await page.getByTestId('scale-target').innerText()).replace(
          /[\u00a0\u202f\u2009\s]/g,
          '',
        )
        const lot = (await page.getByTestId('scale-lot').innerText()).trim()
        await page.getByLabel(/Scale reading/).fill(shown)
        await page.getByRole('button', { name: 'Record, next' }).click()
        await page.getByRole('button', { name: `Take back ${lot}` }).waitFor()
      }
      await page.getByTestId('save-state').getByText('saved').waitFor()
      await page.goto(`${BASE}/heat/13/infer`)
      await page.getByRole('button', { name: 'Density in water' }).click()
      await page.getByLabel('The piece in air').fill('182.4')
      await page.getByLabel('Reading with it in the water').fill('20.9')
      await page.getByRole('button', { name: 'Record it' }).click()
      await page.getByTestId('evidence').getByText('8.71').waitFor()
      await page.evaluate(() => scrollTo(0, 0))
    },
  },
  {
    name: 'day',
    path: '/',
    before: async (page) => {
      for (const [tap, alloy] of [
        ['900', 'A380.0'],
        ['1200', 'C83600'],
      ] as const) {
        await page.goto(BASE)
        await page.getByRole('button', { name: 'Start a heat' }).first().click()
        await page.getByLabel(/Tap mass/).fill(tap)
        await page.getByRole('combobox', { name: 'Find an alloy' }).fill(alloy)
        await page.getByRole('option').first().click()
      }
      await page.getByTestId('save-state').getByText('saved').waitFor()
      await page.goto(`${BASE}/day-plan`)
      await page.getByTestId('day-steps').waitFor()
    },
  },
]

// The whole browser: pictures stay the same to the byte.
const browser = await chromium.launch({ ...CHROMIUM_LAUNCH, executablePath: CHROMIUM })
const page = await (await browser.newContext({ locale: 'en-IE', reducedMotion: 'reduce' })).newPage()
await page.goto(`${BASE}/?yard=demo`)
await page.getByTestId('save-state').getByText('saved').waitFor()
for (const { name, path, size = DESK, dark, before } of SHOTS) {
  await page.setViewportSize(size)
  await page.emulateMedia({ colorScheme: dark ? 'dark' : 'light' })
  await page.goto(BASE + path)
  await before?.(page)
  await page.waitForTimeout(1500)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
}
// A newcomer's pile, in a yard of its own.
const blank = await (
  await browser.newContext({ locale: 'en-IE', reducedMotion: 'reduce', viewport: DESK })
).newPage()
await blank.goto(`${BASE}/?yard=blank`)
for (const [name, amount] of [
  ['Copper wire', '3 kg'],
  ['Taps', 'a bucketful'],
  ['Tin', '400 g'],
  ['Cartridge brass', '1 kg'],
] as const) {
  await blank.getByRole('button', { name: `Add ${name}`, exact: true }).click()
  await blank.keyboard.type(amount)
}
await blank
  .getByRole('button', { name: /^Weigh out/ })
  .first()
  .waitFor()
await blank.waitForTimeout(3000)
await blank.evaluate(() => scrollTo(0, 0))
await blank.screenshot({ path: 'docs/screenshots/pile.png' })
await browser.close()
