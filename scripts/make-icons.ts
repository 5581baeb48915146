/* npx tsx scripts/make-icons.ts: the pictures installers ask for, from the one drawing of the mark. */
import { mkdirSync, readFileSync } from 'node:fs'
import { chromium } from 'playwright-core'
import { CHROMIUM_LAUNCH } from './chromium'

const FOLDER = 'public/icons'
const GROUND = '#241d17'
/** Name, size in px, and how much ground stands round the mark: a mask may cut off a tenth on every side. */
const ICONS = [
  ['mark-192', 192, 0],
  ['mark-512', 512, 0],
  ['mask-512', 512, 9],
  ['touch-180', 180, 4],
] as const

const drawing = readFileSync('public/mark.svg', 'utf8')
mkdirSync(FOLDER, { recursive: true })
const browser = await chromium.launch(CHROMIUM_LAUNCH)
for (const [name, size, around] of ICONS) {
  const page = await browser.newPage({ viewport: { width: size, height: size } })
  const view = `${-around} ${-around} ${64 + 2 * around} ${64 + 2 * around}`
  const drawn = drawing.replace('viewBox="0 0 64 64"', `viewBox="${view}" style="display:block;width:100vw"`)
  await page.setContent(`<body style="margin:0;background:${GROUND}">${drawn}</body>`)
  await page.screenshot({ path: `${FOLDER}/${name}.png` })
  await page.close()
}
await browser.close()
