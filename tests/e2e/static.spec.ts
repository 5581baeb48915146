import { readFile, stat } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { extname, join, normalize } from 'node:path'
import type { Page } from '@playwright/test'
import { expect, plain, saved, test } from './support'

/* The app as plain files under a path, on a server that knows nothing but files (npm run generate). */
const BASE = '/casting/'
const TYPES: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.woff2': 'font/woff2',
  '.wasm': 'application/wasm',
  '.json': 'application/json',
  '.webmanifest': 'application/manifest+json',
}
let server: Server
let origin = ''

async function file(path: string): Promise<Buffer> {
  const inside = join('dist', normalize(path.slice(BASE.length)))
  return readFile((await stat(inside)).isDirectory() ? join(inside, 'index.html') : inside)
}

/** Everything it needs is stored, and the next page comes from there. */
async function takenOver(page: Page): Promise<void> {
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.reload()
  expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
}

test.use({ serviceWorkers: 'allow' })
test.describe.configure({ mode: 'serial' })
test.beforeAll(async () => {
  server = createServer((request, response) => {
    const { pathname } = new URL(request.url!, 'http://x')
    const known = request.method === 'GET' && pathname.startsWith(BASE)
    void (known ? file(pathname) : Promise.reject(new Error('no file')))
      .then((body) => [200, body, extname(pathname)] as const)
      .catch(() => [404, 'no such file', '.html'] as const)
      .then(([status, body, ending]) =>
        response.writeHead(status, { 'content-type': TYPES[ending] ?? 'text/html' }).end(body),
      )
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
test.afterAll(() => {
  server.closeAllConnections()
  server.close()
})

test('under a path of a plain server: every address that is a file, the solver, instruments, labels; then without it @long', async ({
  page,
}) => {
  await page.goto(`${origin}${BASE}?yard=demo`)
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await saved(page)
  await page.goto(`${origin}${BASE}stock`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('16 lots')
  await page.goto(`${origin}${BASE}devices`)
  const where = page.getByRole('combobox', { name: /^Connection/ }).first()
  await expect(where).toBeVisible()
  expect((await where.locator('option').allInnerTexts()).join()).not.toContain('server')
  await page.getByRole('button', { name: 'Switch on' }).nth(1).click()
  await expect(page.getByText(/500\.\d g/).first()).toBeVisible()
  await takenOver(page)
  server.closeAllConnections()
  await page.context().setOffline(true)
  await page.goto(`${origin}${BASE}heat/13/charge`)
  await expect
    .poll(async () => plain(await page.getByTestId('answer').innerText()))
    .toMatch(/^Charge 2 054 g from 5 lots: 2 001 g to tap/)
  await page.context().setOffline(false)
})

test('what installers ask for is there, in the sizes told @long', async ({ request }) => {
  const manifest = (await (await request.get(`${origin}${BASE}manifest.webmanifest`)).json()) as {
    start_url: string
    scope: string
    icons: { src: string; sizes: string; type: string; purpose: string }[]
  }
  expect([manifest.start_url, manifest.scope]).toEqual([BASE, BASE])
  const drawn = manifest.icons.filter(({ type }) => type === 'image/png')
  expect(drawn.map(({ sizes, purpose }) => `${sizes} ${purpose}`)).toEqual([
    '192x192 any',
    '512x512 any',
    '512x512 maskable',
  ])
  for (const { src, sizes } of drawn) {
    const body = await (await request.get(origin + src)).body()
    // PNG, IHDR: width and height stand at bytes 16 and 20.
    expect(body.subarray(1, 4).toString()).toBe('PNG')
    expect(`${body.readUInt32BE(16)}x${body.readUInt32BE(20)}`).toBe(sizes)
  }
})

test('a yard and a charge that another app sends are opened: the one after a look, the other as a heat @long', async ({
  page,
}) => {
  await page.goto(`${origin}${BASE}?yard=blank`)
  await takenOver(page)
  const send = async (name: string, text: string) => {
    await page.evaluate(
      ([action, called, content]) => {
        const form = Object.assign(document.createElement('form'), {
          method: 'post',
          enctype: 'multipart/form-data',
          action,
        })
        const field = Object.assign(document.createElement('input'), { type: 'file', name: 'file' })
        const sent = new DataTransfer()
        sent.items.add(new File([content!], called!, { type: 'application/json' }))
        field.files = sent.files
        form.append(field)
        document.body.append(form)
        form.submit()
      },
      [`${BASE}open`, name, text] as const,
    )
  }
  await send('demo-yard.json', await readFile('data/demo-yard.json', 'utf8'))
  await expect(page.getByText('“demo-yard.json” was sent here.')).toBeVisible()
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await saved(page)
  await send('gunmetal.json', await readFile('examples/gunmetal.json', 'utf8'))
  await expect(page).toHaveURL(/\/casting\/heat\/14\/charge/)
  await expect(page.getByTestId('answer')).toContainText('to tap')
  // What was taken is gone: the page opened again has nothing to open.
  await saved(page)
  await page.goto(`${origin}${BASE}open?sent`)
  await expect(page.getByText('Send a yard or a charge here from another app')).toBeVisible()
})
