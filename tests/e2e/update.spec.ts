import { createHash } from 'node:crypto'
import { readFile, stat } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import { extname, join, normalize } from 'node:path'
import type { AddressInfo } from 'node:net'
import { expect, openDemo, saved, stepOn, test, visit } from './support'

/* A server of the built app that can put a later build in its place: one whose page says so. */
const PUBLIC = '.output/public'
const TYPES: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.svg': 'image/svg+xml',
  '.woff2': 'font/woff2',
  '.wasm': 'application/wasm',
  '.json': 'application/json',
  '.webmanifest': 'application/manifest+json',
}
let build = 1
let server: Server
let address = ''

async function content(path: string): Promise<Buffer> {
  const file = join(PUBLIC, normalize(path))
  const whole = await readFile((await stat(file)).isFile() ? file : join(PUBLIC, 'index.html'))
  if (build === 1) return whole
  if (file.endsWith('index.html')) return Buffer.from(later(whole))
  if (!file.endsWith('sw.js')) return whole
  const page = later(await readFile(join(PUBLIC, 'index.html')))
  const revision = createHash('md5').update(page).digest('hex')
  const fresh = whole.toString().replace(/(\{url:"\/",revision:)"[0-9a-f]+"/, `$1"${revision}"`)
  expect(fresh).not.toBe(whole.toString())
  return Buffer.from(fresh)
}
const later = (page: Buffer) =>
  page.toString().replace('<head>', `<head><meta name="build" content="${build}">`)

test.use({ serviceWorkers: 'allow' })
test.beforeAll(async () => {
  server = createServer((request, response) => {
    const path = new URL(request.url!, 'http://x').pathname
    content(path === '/' ? '/index.html' : path)
      .catch(() => content('/index.html'))
      .then((body) => {
        const type = TYPES[extname(path)] ?? 'text/html'
        response.writeHead(200, { 'content-type': type, 'cache-control': 'no-cache' }).end(body)
      })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
test.afterAll(() => void server.close())

test('a later build is offered between heats, never in the middle of one; taking it keeps the yard and what is undone @long', async ({
  browser,
}) => {
  test.setTimeout(120_000)
  const context = await browser.newContext({ baseURL: address })
  const page = await context.newPage()
  const offer = page.getByTestId('update-offer')
  const buildShown = () =>
    page.evaluate(() => document.querySelector<HTMLMetaElement>('meta[name=build]')?.content ?? '1')
  const lookForUpdate = () =>
    page.evaluate(async () => {
      const registration = (await navigator.serviceWorker.getRegistration())!
      await registration.update()
      return new Promise<boolean>((resolve) => {
        const seen = () => (registration.waiting ? resolve(true) : setTimeout(seen, 100))
        seen()
      })
    })
  await openDemo(page)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
  await saved(page)
  expect(await buildShown()).toBe('1')

  // A heat is begun: its first step is done.
  await visit(page, '/heat/13/melt')
  await stepOn(page)
  await saved(page)
  build = 2
  await lookForUpdate()
  await page.waitForTimeout(500)
  await expect(offer).toHaveCount(0)
  // A reload in the middle of it keeps the build and the place.
  await page.reload()
  await expect(page.getByTestId('now')).toBeVisible()
  expect(await buildShown()).toBe('1')
  await expect(offer).toHaveCount(0)

  // The step taken back, no heat is running: now it is offered, and may be put off.
  await page.keyboard.press('Control+z')
  await expect(offer).toBeVisible()
  await offer.getByRole('button', { name: 'Later' }).click()
  await expect(offer).toHaveCount(0)
  await saved(page)
  await page.reload()
  await saved(page)
  expect(await buildShown()).toBe('1')
  await visit(page, '/heat/13/assay')
  await page.getByRole('textbox', { name: 'Name of the heat' }).fill('Kept through the update')
  await page.getByRole('textbox', { name: 'Name of the heat' }).blur()
  await saved(page)
  await offer.getByRole('button', { name: 'Update' }).click()
  await expect.poll(() => buildShown().catch(() => ''), { timeout: 20_000 }).toBe('2')
  await expect(page.getByRole('textbox', { name: 'Name of the heat' })).toHaveValue('Kept through the update')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'Name of the heat' })).toHaveValue(
    'Skiff fairleads in gunmetal',
  )
  await context.close()
})
