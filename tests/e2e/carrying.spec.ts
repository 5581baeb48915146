import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { chromium, test as anyConsole, type Page } from '@playwright/test'
import demo from '../../data/demo-yard.json' with { type: 'json' }
import { CHROMIUM, CHROMIUM_LAUNCH } from '../../scripts/chromium'
import { expect, openDemo, saved, test, visit, yardOf } from './support'

const file = (name: string, content: string | Uint8Array) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(content),
})
const put = (page: Page, name: string, content: string | Uint8Array) =>
  page.getByLabel('Yard file').setInputFiles(file(name, content))

async function savedYard(page: Page): Promise<Buffer> {
  await page.getByRole('button', { name: 'Menu' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Save the yard to a file' }).click()
  return readFile((await (await download).path())!)
}

test('of a backup that was changed what is whole is offered, and the rest only when asked for', async ({
  page,
}) => {
  await openDemo(page)
  const value = JSON.parse((await savedYard(page)).toString()) as typeof demo
  value.lots[0]!.massG += 100
  value.lots = value.lots.filter((_, at) => at !== 3)
  await put(page, 'changed.json', `${JSON.stringify(value, null, 1)}\n`)
  const damage = page.getByTestId('file-damage')
  await expect(damage).toContainText('altered or damaged')
  await expect(damage).toContainText('1 record can no longer be read')
  await expect(page.getByTestId('import-counts')).toContainText('0 later than yours')
  await damage.getByRole('checkbox').check()
  await page.getByRole('button', { name: 'Merge it' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Merged changed.json' })).toBeVisible()
})

test('looking at a package changes nothing: the kept picture stays, and one with its id gets another @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/stock')
  await page.getByRole('button', { name: /^Edit ?Tin bar/ }).click()
  const shot = await page.screenshot()
  await page
    .getByLabel('Picture files')
    .setInputFiles({ name: 'bar.png', mimeType: 'image/png', buffer: shot })
  await expect(page.getByRole('img', { name: 'The lot, picture 1' })).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await saved(page)
  const kept = () =>
    page.evaluate(async () => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const asked = indexedDB.open('hephaestal')
        asked.onsuccess = () => resolve(asked.result)
      })
      const store = db.transaction('photos').objectStore('photos')
      const get = <T>(asked: IDBRequest<T>) =>
        new Promise<T>((resolve) => (asked.onsuccess = () => resolve(asked.result)))
      const [keys, values] = await Promise.all([get(store.getAllKeys()), get(store.getAll())])
      db.close()
      return keys.map((key, at) => [String(key), (values[at] as { photo: Blob }).photo.size] as const)
    })
  const before = await kept()
  expect(before).toHaveLength(1)
  const [[id, size]] = before as [readonly [string, number]]
  // The same id with another picture, in a package without a seal, as an older or another program writes it.
  const entries = unzipSync(await savedYard(page))
  const {
    checks: _,
    sha256: __,
    ...yard
  } = JSON.parse(new TextDecoder().decode(entries['yard.json'])) as Record<string, unknown>
  const other = zipSync({
    'yard.json': strToU8(JSON.stringify(yard)),
    [`photos/${id}.jpg`]: strToU8('another picture'),
  })
  await put(page, 'other.zip', other)
  await expect(page.getByTestId('import-counts')).toBeVisible()
  await page.getByRole('button', { name: 'Change nothing' }).click()
  expect(await kept()).toEqual(before)
  await put(page, 'other.zip', other)
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await saved(page)
  const after = await kept()
  expect(after).toHaveLength(2)
  expect(after).toContainEqual([id, size])
})

test('merged, what each side typed is there; what both changed is asked; a number that is taken gets the next @long', async ({
  page,
}) => {
  await openDemo(page)
  const heat = demo.heats.find(({ number }) => number === 13)!
  await visit(page, '/heat/13/assay')
  await page.getByRole('textbox', { name: 'Name of the heat' }).fill('Named here')
  await saved(page)
  const phone = {
    ...demo,
    heats: [
      ...demo.heats.map((one) =>
        one === heat
          ? {
              ...one,
              title: 'Named on the phone',
              remarks: 'Flared at 1 060',
              updatedAt: '2026-03-02T00:00:00.000Z',
            }
          : one,
      ),
      { ...heat, id: 'f0000000-0000-4000-8000-000000000001', title: 'Started on the phone' },
    ],
  }
  await put(page, 'phone.json', JSON.stringify(phone))
  await expect(page.getByTestId('renamed')).toHaveCount(0)
  await expect(page.getByTestId('renumbered')).toContainText('Your yard has another H-013')
  const clash = page.getByTestId('merge-clash')
  await expect(clash).toHaveCount(1)
  await expect(clash).toContainText('the name')
  await expect(clash.getByLabel(/yours: “Named here”/)).toBeChecked()
  await clash.getByLabel(/the file’s: “Named on the phone”/).check()
  await page.getByRole('button', { name: 'Merge it' }).click()
  await saved(page)
  const merged = JSON.parse((await savedYard(page)).toString()) as typeof demo
  expect(merged.heats.find(({ id }) => id === heat.id)).toMatchObject({
    number: 13,
    title: 'Named on the phone',
    remarks: 'Flared at 1 060',
  })
  const numbers = merged.heats.map(({ number }) => number)
  expect(new Set(numbers).size).toBe(numbers.length)
})

test('a snapshot put back, then a newer backup: told which is later, each step undone in turn, whole after a reload @long', async ({
  page,
}) => {
  const name = page.getByRole('textbox', { name: 'Name of the heat' })
  const counts = page.getByTestId('import-counts')
  const called = async (text: string) => {
    await visit(page, '/heat/13/assay')
    await expect(name).toHaveValue(text)
  }
  await openDemo(page)
  await visit(page, '/backup')
  await page.getByRole('button', { name: 'Take a snapshot' }).click()
  await expect(page.getByTestId('snapshots').getByRole('listitem')).toHaveCount(1)
  await visit(page, '/heat/13/assay')
  await name.fill('In the backup')
  await saved(page)
  const backup = await savedYard(page)
  await name.fill('After the backup')
  await saved(page)

  // Back to the snapshot, although a backup and a later word are both newer than it.
  await visit(page, '/backup')
  await page.getByRole('button', { name: /^Preview/ }).click()
  await expect(counts).toContainText('1 older than yours')
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
  await expect(page.getByText(/^Opened the snapshot/)).toBeVisible()
  await saved(page)
  await called('Skiff fairleads in gunmetal')
  await page.reload()
  await called('Skiff fairleads in gunmetal')

  // The backup beside it is newer, and says so; merging takes its word.
  await put(page, 'newer.json', backup)
  await expect(counts).toContainText('1 later than yours')
  await page.getByRole('button', { name: 'Merge it' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Merged newer.json' })).toBeVisible()
  await saved(page)
  await called('In the backup')
  expect(yardOf((await savedYard(page)).toString())).toEqual(yardOf(backup.toString()))

  // Merging and restoring are steps as any other: undone one after the other, over a reload too.
  await page.reload()
  await called('In the backup')
  const undo = async (then: string) => {
    await page.getByRole('button', { name: /^Undo/ }).click()
    await saved(page)
    await called(then)
  }
  await undo('Skiff fairleads in gunmetal')
  await undo('After the backup')
  await page.reload()
  await called('After the backup')
})

test('site data cleared while the yard is open: told, and all of it saved again @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/assay')
  const client = await page.context().newCDPSession(page)
  await client.send('Storage.clearDataForOrigin', { origin: new URL(page.url()).origin, storageTypes: 'all' })
  await page.getByRole('textbox', { name: 'Name of the heat' }).fill('After the clearing')
  await expect(page.getByTestId('written-again')).toContainText('saved again')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Name of the heat' })).toHaveValue('After the clearing')
  const yard = JSON.parse((await savedYard(page)).toString()) as typeof demo
  expect(yard.lots).toEqual(demo.lots)
  expect(yard.heats).toHaveLength(demo.heats.length)
})

test('a yard the browser threw away between two starts is said to be gone, not drawn as one that never was @long', async ({
  page,
}) => {
  await openDemo(page)
  const kept = await savedYard(page)
  const { origin } = new URL(page.url())
  const client = await page.context().newCDPSession(page)
  await page.goto('about:blank')
  await client.send('Storage.clearDataForOrigin', {
    origin,
    storageTypes: 'indexeddb',
  })
  await page.goto('/')
  const gone = page.getByTestId('yard-gone')
  await expect(gone).toContainText('its data is gone')
  const chooser = page.waitForEvent('filechooser')
  await gone.getByRole('button', { name: 'Open a backup' }).click()
  await (await chooser).setFiles(file('kept.json', kept))
  await expect(page.getByRole('status').filter({ hasText: 'Opened kept.json' })).toBeVisible()
  await expect(gone).toHaveCount(0)
  // The same once more, and not missed this time.
  await saved(page)
  await page.goto('about:blank')
  await client.send('Storage.clearDataForOrigin', {
    origin,
    storageTypes: 'indexeddb',
  })
  await page.goto('/')
  await gone.getByRole('button', { name: 'I don’t need it' }).click()
  await expect(gone).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
  await expect(gone).toHaveCount(0)
})

anyConsole('where the browser blocks all site data the app says so, and works @long', async ({ baseURL }) => {
  const directory = await mkdtemp(join(tmpdir(), 'blocked-'))
  await mkdir(join(directory, 'Default'))
  await writeFile(
    join(directory, 'Default', 'Preferences'),
    JSON.stringify({ profile: { default_content_setting_values: { cookies: 2 } } }),
  )
  const context = await chromium.launchPersistentContext(directory, {
    ...CHROMIUM_LAUNCH,
    executablePath: CHROMIUM,
  })
  try {
    const page = await context.newPage()
    const faults: string[] = []
    page.on('pageerror', (error) => faults.push(error.message))
    await page.goto(`${baseURL}/?yard=demo`)
    await expect(page.getByTestId('kept-nowhere')).toContainText('This browser stores nothing')
    await page.getByRole('link', { name: /Stock/ }).first().click()
    await expect(page.getByRole('heading', { name: 'Plumbing offcuts' })).toBeVisible()
    expect(faults).toEqual([])
  } finally {
    await context.close()
    await rm(directory, { recursive: true, force: true })
  }
})
