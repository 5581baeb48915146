/* Makes the pictures of docs/screenshots from the demo yard. The app must be running: npm run demo. */
import { binaryStl, bracket } from '../tests/support/meshes'
import { chromium, type Page } from '@playwright/test'
import { CHROMIUM_LAUNCH } from './chromium'

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
  {
    name: 'mesh',
    path: '/heat/13/target',
    dark: true,
    before: async (page) => {
      await page.getByRole('button', { name: 'From a mesh file' }).click()
      await page.getByLabel('Mesh file', { exact: true }).setInputFiles({
        name: 'bracket.stl',
        mimeType: 'model/stl',
        buffer: Buffer.from(binaryStl(bracket())),
      })
      await page.getByTestId('mesh-volume').waitFor()
    },
  },
  { name: 'mould', path: '/heat/13/mould' },
  { name: 'gear', path: '/gear' },
  {
    name: 'charge-stuck',
    path: '/heat/13/charge',
    before: async (page) => {
      await planned(page)
      await page.getByRole('checkbox', { name: 'Use Tin bar' }).uncheck()
      await page.getByText('Ways out').waitFor()
    },
  },
  {
    name: 'other-ways',
    path: '/heat/13/charge',
    before: async (page) => {
      await page.getByText('Ways out').waitFor()
      await page.keyboard.press('Control+z')
      await planned(page)
      await page.getByTestId('certainty-chart').scrollIntoViewIfNeeded()
    },
  },
  { name: 'pile', path: '/pile' },
  { name: 'scale', path: '/heat/13/scale' },
  { name: 'melt', path: '/heat/13/melt' },
  { name: 'melt-phone', path: '/heat/13/melt', size: PHONE },
  { name: 'pour', path: '/heat/11/pour' },
  { name: 'assay', path: '/heat/4/assay' },
  {
    name: 'assay-put-right',
    path: '/heat/4/assay',
    before: (page) => page.getByTestId('put-right').scrollIntoViewIfNeeded(),
  },
  { name: 'ledger', path: '/ledger' },
  {
    name: 'alloys',
    path: '/alloys',
    before: async (page) => {
      for (const name of ['Gunmetal, 88-10-0-2', 'Tin bronze, 88-8-0-4', 'Gear bronze'])
        await page.getByLabel(`Compare ${name}`).first().check()
      await page.getByTestId('compare').scrollIntoViewIfNeeded()
    },
  },
]

const browser = await chromium.launch(CHROMIUM_LAUNCH)
const page = await (await browser.newContext({ reducedMotion: 'reduce' })).newPage()
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
await browser.close()
