import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { create } from 'qrcode'
import { chromium, type BrowserContext } from '@playwright/test'
import { CHROMIUM_LAUNCH } from '../../scripts/chromium'
import { expect, test } from './support'

/* Joining without a link, and addresses that are damaged. */

const INVITATION = `in=the-yard-of-tests.${'A'.repeat(43)}.${'b'.repeat(22)}`

/** A film of one picture, as a camera would see a code: grey around it, off the middle (YUV4MPEG2). */
function filmOf(text: string): Buffer {
  const [width, height, dot] = [640, 480, 6]
  const { modules } = create(text)
  const luma = Buffer.alloc(width * height, 150)
  for (let y = -4; y < modules.size + 4; y++)
    for (let x = -4; x < modules.size + 4; x++) {
      const inside = x >= 0 && y >= 0 && x < modules.size && y < modules.size
      const value = inside && modules.get(y, x) ? 40 : 220
      for (let row = 0; row < dot; row++)
        luma.fill(
          value,
          (60 + (y + 4) * dot + row) * width + 90 + (x + 4) * dot,
          (60 + (y + 4) * dot + row) * width + 90 + (x + 5) * dot,
        )
    }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, Buffer.alloc((width * height) / 2, 128)])
  return Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420\n`), frame, frame])
}

test('without an address a device joins by its camera, or by an address that is pasted', async ({
  baseURL,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'film-'))
  writeFileSync(join(folder, 'code.y4m'), filmOf(`${baseURL}/join#${INVITATION}`))
  const browser = await chromium.launch({
    ...CHROMIUM_LAUNCH,
    args: [
      ...CHROMIUM_LAUNCH.args,
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-video-capture=${join(folder, 'code.y4m')}`,
    ],
  })
  try {
    const page = await browser.newPage({ locale: 'en-IE', viewport: { width: 390, height: 844 } })
    await page.goto(`${baseURL}/join`)
    await page.getByLabel('Address it shows').fill('not an address')
    await page.getByRole('button', { name: 'Join', exact: true }).click()
    await expect(page.getByRole('alert')).toContainText('Copy all of it')
    await expect(page.getByLabel('Address it shows')).toHaveValue('not an address')
    await page.getByRole('button', { name: 'Scan the code' }).click()
    await expect(page.getByLabel('Name of this device')).toBeVisible()
    expect(new URL(page.url()).hash).toBe(`#${INVITATION}`)
  } finally {
    await browser.close()
    rmSync(folder, { recursive: true })
  }
})

test('without a camera it says what else can be done', async ({ page }) => {
  await page.goto('/join')
  await page.getByRole('button', { name: 'Scan the code' }).click()
  await expect(page.getByRole('alert')).toContainText('paste the address')
})

/** A page whose console may name the 404 of the page itself; what is thrown in it is a fault. */
async function opened(context: BrowserContext, path: string) {
  const page = await context.newPage()
  const thrown: string[] = []
  page.on('pageerror', (error) => thrown.push(String(error)))
  const answer = await page.goto(path)
  await expect(page.getByRole('heading').first()).toBeVisible()
  expect(thrown).toEqual([])
  await expect(page.getByTestId('no-start')).toHaveCount(0)
  return { page, status: answer?.status() }
}

test('a damaged address shows that there is no such page', async ({ context }) => {
  for (const path of ['/%', '/stock/%E0%A4%A', '/100%25%', '/nowhere/%zz?x=%']) {
    const { page, status } = await opened(context, path)
    expect([path, status]).toEqual([path, 404])
    await expect(page.getByRole('heading', { name: 'No such page' })).toBeVisible()
    await page.close()
  }
})

test('a damaged percent sign where a page takes a name: the page opens', async ({ context }) => {
  for (const path of ['/ingot/100%', '/heat/%/melt', '/stock?name=%E0'])
    await (await opened(context, path)).page.close()
})
