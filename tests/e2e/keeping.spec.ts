import { mkdtemp, open, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strToU8, unzipSync, zipSync } from 'fflate'
import demo from '../../data/demo-yard.json' with { type: 'json' }
import AxeBuilder from '@axe-core/playwright'
import { test as anyConsole, type Page } from '@playwright/test'
import { expect, openDemo, saved, SCREENS, test, visit, weighOnPan, yardOf } from './support'

const title = { name: 'Name of the heat' } as const
const yardFile = (name: string, content: string | Uint8Array) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(content),
})

/** Leaves the page without the stores a browser keeps things in. */
const keepNothing = () => {
  Object.defineProperty(window, 'indexedDB', { value: undefined })
  for (const method of ['getItem', 'setItem'] as const)
    Storage.prototype[method] = () => {
      throw new DOMException('denied', 'SecurityError')
    }
}

test('a browser that keeps nothing says so; the yard can be worked on and saved to a file', async ({
  page,
}) => {
  await page.addInitScript(keepNothing)
  await page.goto('/?yard=demo')
  await expect(page.getByTestId('kept-nowhere')).toContainText('This browser stores nothing')
  await expect(page.getByTestId('save-state')).toHaveText('not kept')
  await visit(page, '/heat/13/assay')
  await page.getByRole('textbox', title).fill('Changed without a disk')
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  const download = page.waitForEvent('download')
  await page.getByTestId('kept-nowhere').getByRole('button').click()
  const file = await readFile((await (await download).path())!, 'utf8')
  expect(file).toContain('Changed without a disk')
  expect(JSON.parse(file).lots).toEqual(demo.lots)
  await visit(page, '/backup')
  await expect(page.getByTestId('no-snapshots')).toContainText('Save a backup file')
  await expect(page.getByRole('button', { name: 'Take a snapshot' })).toBeDisabled()
})

test('a browser that keeps nothing shows every screen, and pictures go into the package @long', async ({
  page,
}) => {
  await page.addInitScript(keepNothing)
  await page.goto('/?yard=demo')
  await expect(page.getByTestId('kept-nowhere')).toBeVisible()
  for (const screen of SCREENS) {
    await visit(page, screen)
    await expect(page.getByRole('heading').first()).toBeVisible()
  }
  await visit(page, '/stock')
  await page.getByRole('button', { name: /^Edit ?Tin bar/ }).click()
  const picture = { name: 'bar.png', mimeType: 'image/png', buffer: await page.screenshot() }
  await page.getByLabel('Picture files').setInputFiles(picture)
  await expect(page.getByRole('img', { name: 'The lot, picture 1' })).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  const download = page.waitForEvent('download')
  await page.getByTestId('kept-nowhere').getByRole('button').click()
  const bytes = await readFile((await (await download).path())!)
  expect(Object.keys(unzipSync(bytes)).filter((name) => name.endsWith('.jpg'))).toHaveLength(1)
})

// The browser notes the status of such an address in its console.
anyConsole('an address that is none says so @long', async ({ page }) => {
  await openDemo(page)
  await page.goto('/no/such/page')
  await expect(page.getByRole('main')).toContainText('Nothing is kept under /no/such/page')
  await page.getByRole('link', { name: 'Back to the start page' }).click()
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
})

/** A browser that takes nothing more while `full` is set, as one does whose disk has run full. */
const fillWhenTold = () => {
  const put = IDBObjectStore.prototype.put
  IDBObjectStore.prototype.put = function (...given) {
    if ('full' in window && window.full)
      throw new DOMException('The current transaction exceeded its quota limitations.', 'QuotaExceededError')
    return put.apply(this, given)
  }
}
const setFull = (page: Page, full: boolean) =>
  page.evaluate((yes) => Object.assign(window, { full: yes }), full)

test('a full disk: told, tried again by a press, nothing lost, and written once there is room', async ({
  page,
}) => {
  await page.addInitScript(fillWhenTold)
  await openDemo(page)
  await visit(page, '/heat/13/assay')
  await setFull(page, true)
  const remarks = page.getByRole('textbox', { name: 'Remarks' })
  await remarks.fill('Written while the disk was full.')
  const refused = page.getByTestId('not-saved')
  await expect(refused).toContainText('Storage is full')
  await expect(page.getByTestId('save-state')).toHaveText('not saved')
  const again = refused.getByRole('button', { name: 'Try again' })
  await again.click()
  await expect(again).toBeEnabled()
  await expect(refused).toBeVisible()
  const download = page.waitForEvent('download')
  await refused.getByRole('button', { name: 'Save the yard to a file' }).click()
  expect(await readFile((await (await download).path())!, 'utf8')).toContain('while the disk was full')
  await setFull(page, false)
  await again.click()
  await saved(page)
  await expect(refused).toHaveCount(0)
  await page.reload()
  await expect(remarks).toHaveValue('Written while the disk was full.')
})

test('room that is nearly used up is told of before it is gone @long', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.storage.estimate = async () => ({ usage: 850 * 2 ** 20, quota: 1000 * 2 ** 20 })
  })
  await openDemo(page)
  await expect(page.getByTestId('nearly-full')).toContainText('save a backup')
  await page.getByTestId('nearly-full').getByRole('link').click()
  await expect(page.getByText('850.0 MB used of about')).toBeVisible()
})

test('a change that no start could read again is not made, and says why @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/stock')
  // No field lets this through; whatever else should, the yard itself does not.
  await page.evaluate(() => {
    const { $pinia } = (
      window as unknown as { useNuxtApp: () => { $pinia: { _s: Map<string, never> } } }
    ).useNuxtApp()
    const yard = $pinia._s.get('yard')! as {
      lots: { id: string }[]
      commit: (label: string, edits: object[]) => boolean
    }
    const [lot] = yard.lots
    yard.commit('Add to Plumbing offcuts', [
      { collection: 'lots', id: lot!.id, after: { ...lot, massG: 2e8 } },
    ])
  })
  const told = page.getByTestId('not-kept')
  await expect(told).toContainText('Not done: Add to Plumbing offcuts')
  await expect(told).toContainText('a lot, mass: at most')
  await saved(page)
  await told.getByRole('button', { name: 'OK' }).click()
  await expect(told).toHaveCount(0)
  await page.reload()
  await expect(page.getByText('11.919 kg')).toBeVisible()
})

anyConsole(
  'a fault nobody foresaw is told, and the yard can be saved all the same @long',
  async ({ page }) => {
    await openDemo(page)
    await page.evaluate(() => void setTimeout(() => void Promise.reject(new Error('lot is not iterable'))))
    await expect(page.getByTestId('fault')).toContainText('lot is not iterable')
    const one = page.waitForEvent('download')
    await page.getByTestId('fault').getByRole('button', { name: 'Save a backup' }).click()
    expect(yardOf(await readFile((await (await one).path())!, 'utf8'))).toEqual(demo)
    await page.getByTestId('fault').getByRole('button', { name: 'Continue' }).click()
    await expect(page.getByTestId('fault')).toHaveCount(0)
    // So early that nothing of the app is there yet.
    await page.addInitScript(() => {
      const made = crypto.randomUUID.bind(crypto)
      let times = 0
      crypto.randomUUID = () => {
        if (times++ === 0) throw new Error('no randomness')
        return made()
      }
    })
    await page.reload()
    await expect(page.getByTestId('no-start')).toContainText('no randomness')
    const two = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save the yard to a file' }).click()
    expect(JSON.parse(await readFile((await (await two).path())!, 'utf8')).lots).toEqual(demo.lots)
  },
)

for (const [part, address] of [
  ['engine', /charge\.worker.*\.js/],
  ['solver', /highs.*\.wasm/],
] as const)
  anyConsole(
    `where the ${part} does not come it is fetched again, and its absence is told @long`,
    async ({ page }) => {
      await openDemo(page)
      let refused = 0
      let most = 1
      await page.context().route(address, (route) => (refused++ < most ? route.abort() : route.continue()))
      await page.goto('/heat/13/charge')
      await expect(page.getByTestId('answer')).toContainText('to tap for')
      expect(refused).toBeGreaterThan(1)

      most = Infinity
      await page.goto('/heat/13/scale')
      await expect(page.getByTestId('no-answer')).toContainText('are unchanged')
      await expect(page.getByTestId('scale-target')).toHaveCount(0)
      await visit(page, '/heat/13/charge')
      await expect(page.getByTestId('no-answer')).toBeVisible()
      most = 0
      // It may come by itself, before it is pressed.
      const again = page.getByRole('button', { name: 'Try again' })
      await again.click({ timeout: 5000 }).catch(() => expect(again).toHaveCount(0))
      await expect(page.getByTestId('answer')).toContainText('to tap for')
      await expect(page.getByTestId('no-answer')).toHaveCount(0)
    },
  )

/** The engine's clock jumps ahead by so much with each reading, until it is told to jump otherwise. */
const hurry = (page: Page, jumpMs: number) =>
  page.context().route(/charge\.worker.*\.js/, async (route) => {
    const answer = await route.fetch()
    const jumping = `let ahead = 0; const told = new BroadcastChannel('clock'); let jump = ${jumpMs}
      told.onmessage = ({ data }) => { jump = data; told.postMessage('heard') }
      const now = performance.now.bind(performance)
      performance.now = () => now() + (ahead += jump);\n`
    await route.fulfill({ response: answer, body: jumping + (await answer.text()) })
  })
const jumpBy = (page: Page, jumpMs: number) =>
  page.evaluate((jump) => {
    const clock = new BroadcastChannel('clock')
    clock.postMessage(jump)
    return new Promise<void>((done) => (clock.onmessage = () => done()))
  }, jumpMs)

test('an engine that runs out of time says so, and is asked to look longer @long', async ({ page }) => {
  await openDemo(page)
  await hurry(page, 3000)
  await page.goto('/heat/13/charge')
  const short = page.getByTestId('short-of-time')
  await expect(page.getByTestId('answer')).toContainText('but one may exist')
  await visit(page, '/heat/13/scale')
  await expect(short).toBeVisible()
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])
  await jumpBy(page, 0)
  await short.getByRole('button', { name: 'Search longer' }).click()
  await expect(page.getByTestId('scale-target')).toBeVisible()
  await expect(short).toHaveCount(0)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
})

test('ways out that were not looked at to the end are told to be so, and looked for longer @long', async ({
  page,
}) => {
  await openDemo(page)
  await hurry(page, 0)
  await page.goto('/heat/13/scale')
  await weighOnPan(page, 'Plumbing offcuts', '800')
  await jumpBy(page, 200)
  await weighOnPan(page, 'Tin bar', '900')
  const harm = page.getByTestId('harm')
  const short = harm.getByTestId('short-of-time')
  await expect(short).toContainText('there may be other ways to make it work')
  await expect(harm.getByTestId('ways-out')).toHaveCount(0)
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])
  await jumpBy(page, 0)
  await short.getByRole('button', { name: 'Search longer' }).click()
  await expect(harm.getByRole('button', { name: /Reduce Tin bar to/ })).toBeVisible()
  await expect(short).toHaveCount(0)
})

test('a database that does not answer is told, and answers once the other window is closed @long', async ({
  page,
}) => {
  await openDemo(page)
  await page.addInitScript(() => {
    const locks = navigator.locks
    const held = locks.request.bind(locks) as (...asked: unknown[]) => Promise<unknown>
    const request = (...asked: unknown[]) =>
      sessionStorage.getItem('closed') ? held(...asked) : new Promise(() => {})
    Object.defineProperty(locks, 'request', { value: request })
  })
  await page.goto('/stock')
  await expect(page.getByText('It takes longer than usual')).toBeVisible()
  await page.evaluate(() => sessionStorage.setItem('closed', '1'))
  await page.getByRole('button', { name: 'Reload' }).click()
  await expect(page.getByRole('heading', { name: 'Plumbing offcuts' })).toBeVisible()
})

test('a yard whose database will not open is never shown as an empty one', async ({ page }) => {
  await openDemo(page)
  await page.addInitScript(() => {
    if (sessionStorage.getItem('whole')) return
    IDBFactory.prototype.open = () => {
      throw new DOMException('Internal error opening backing store', 'UnknownError')
    }
  })
  await page.reload()
  await expect(page.getByTestId('shut')).toContainText('unchanged')
  await expect(page.getByRole('button', { name: 'Open the demo yard' })).toHaveCount(0)
  await page.getByLabel('Yard file').setInputFiles(yardFile('other.json', JSON.stringify(demo)))
  await expect(page.getByText('nothing replaces it')).toBeVisible()
  await page.evaluate(() => sessionStorage.setItem('whole', 'yes'))
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await saved(page)
})

test.describe('files that are too much', () => {
  let folder = ''
  const big = () => join(folder, 'big.bin')
  test.beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'files-'))
    const file = await open(big(), 'w')
    await file.truncate(700 * 2 ** 20)
    await file.close()
  })
  test.afterAll(() => rm(folder, { recursive: true }))

  test('700 MB are refused where they were picked, without being read @long', async ({ page }) => {
    await openDemo(page)
    const refused = (most: number) => page.getByText(new RegExp(`700 MB; the limit is ${most} MB`))
    await page.getByLabel('Yard file').setInputFiles(big())
    await expect(refused(512)).toBeVisible()
    await visit(page, '/stock')
    await page.getByLabel('Table of lots').setInputFiles(big())
    await expect(refused(20)).toBeVisible()
    await visit(page, '/alloys')
    await page.getByLabel('Alloys file').setInputFiles(big())
    await expect(refused(5)).toBeVisible()
    await visit(page, '/heat/13/charge')
    await page.getByLabel('Problem file').setInputFiles(big())
    await expect(refused(1)).toBeVisible()
    await visit(page, '/heat/13/assay')
    await page.getByLabel('Readings file').setInputFiles(big())
    await expect(refused(5)).toBeVisible()
  })

  test('packages that swell to a gigabyte, trees ten thousand deep and half files leave the yard as it is @long', async ({
    page,
  }) => {
    await openDemo(page)
    const bomb = zipSync({ 'yard.json': new Uint8Array(200 * 2 ** 20) }, { level: 1 })
    expect(bomb.length).toBeLessThan(2 ** 21)
    const deep = `{"format":"hephaestal/workspace","version":1,"lots":${'['.repeat(10_000)}${']'.repeat(10_000)}}`
    const whole = JSON.stringify(demo)
    const tries: [string, string | Uint8Array, RegExp][] = [
      ['bomb.zip', bomb, /has more in it than a yard can hold/],
      ['cut.zip', zipSync({ 'yard.json': strToU8(whole) }).slice(0, 900), /damaged or cut off/],
      ['deep.json', deep, /nested deeper than any yard/],
      ['half.json', whole.slice(0, whole.length / 2), /not JSON, or is cut off/],
      ['poison.json', '{"__proto__":{"polluted":1}}', /not a yard saved by Hephaestal/],
    ]
    for (const [name, content, words] of tries) {
      await page.getByLabel('Yard file').setInputFiles(yardFile(name, content))
      await expect(page.getByText(words), name).toBeVisible()
      await expect(page.getByText('Your data is unchanged.')).toBeVisible()
      await page.getByRole('button', { name: 'Close' }).click()
    }
    expect(await page.evaluate(() => 'polluted' in {})).toBe(false)
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Menu' }).click()
    await page.getByRole('menuitem', { name: 'Save the yard to a file' }).click()
    expect(yardOf(await readFile((await (await download).path())!, 'utf8'))).toEqual(demo)
  })
})

test('backups write themselves into a folder, ask again where the browser wants it, and say when they cannot @long', async ({
  page,
}) => {
  // The browser's own private folder stands in for one the person would choose.
  await page.addInitScript(() => {
    window.showDirectoryPicker = async () =>
      (await navigator.storage.getDirectory()).getDirectoryHandle('Backups', { create: true })
    const state = () => (sessionStorage.getItem('leave') ?? 'granted') as PermissionState
    FileSystemHandle.prototype.queryPermission = async () => state()
    FileSystemHandle.prototype.requestPermission = async () => {
      sessionStorage.setItem('leave', 'granted')
      return state()
    }
  })
  const inFolder = () =>
    page.evaluate(async () => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('Backups')
      const files: Record<string, string> = {}
      for await (const [name, handle] of folder.entries())
        files[name] = await (await (handle as FileSystemFileHandle).getFile()).text()
      return files
    })
  await openDemo(page)
  await visit(page, '/backup')
  const folder = page.getByTestId('folder')
  await folder.getByRole('button', { name: 'Choose a folder…' }).click()
  await expect(folder).toContainText('Backups go to Backups. The last one:')
  await expect(page.getByTestId('since-backup')).toContainText('0 changes since')
  const [file] = Object.keys(await inFolder())
  expect(file).toMatch(/^hephaestal-\d{4}-\d\d-\d\d\.json$/)
  expect(yardOf((await inFolder())[file!]!)).toEqual(demo)
  // Twenty changes later it has written itself again, into the same day's file.
  await visit(page, '/heat/13/assay')
  const remarks = page.getByRole('textbox', { name: /remarks/i })
  for (let at = 1; at <= 25; at++) {
    await remarks.fill(`Change ${at}`)
    await remarks.blur()
  }
  await expect.poll(async () => (await inFolder())[file!]).toMatch(/Change (19|2\d)/)
  expect(Object.keys(await inFolder())).toEqual([file])
  // Started anew, the browser wants to be asked.
  await saved(page)
  await page.evaluate(() => sessionStorage.setItem('leave', 'prompt'))
  await page.goto('/backup')
  await expect(folder).toContainText('needs your permission to write into Backups again')
  await folder.getByRole('button', { name: 'Allow it' }).click()
  await expect(folder).toContainText('Backups go to Backups')
  // A folder that is gone is told of; the person's own file is always there.
  // A write the page was left in the middle of may hold it for a moment.
  await expect(() =>
    page.evaluate(async () =>
      (await navigator.storage.getDirectory()).removeEntry('Backups', { recursive: true }),
    ),
  ).toPass()
  await folder.getByRole('button', { name: 'Write now' }).click()
  await expect(folder.getByRole('alert')).toContainText('could not be written into “Backups”')
  await folder.getByRole('button', { name: 'Stop using the folder' }).click()
  await expect(folder).toContainText('Or let it write a backup')
})
