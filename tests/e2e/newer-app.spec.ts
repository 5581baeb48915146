import demo from '../../data/demo-yard.json' with { type: 'json' }
import { expect, openDemo, saved, test, visit } from './support'

const title = { name: 'Name of the heat' } as const
const yardFile = (name: string, content: string) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(content),
})

test('a newer app’s file is only to be looked at, and the yard is as it was afterwards', async ({ page }) => {
  await openDemo(page)
  const newer = {
    ...demo,
    revision: demo.revision + 1,
    settings: [{ ...demo.settings[0], yardName: 'Yard of tomorrow' }],
    heats: demo.heats.map((heat) => ({ ...heat, vibratedMin: 3 })),
    moulds: [{ id: 'x' }],
  }
  await page.getByLabel('Yard file').setInputFiles(yardFile('tomorrow.json', JSON.stringify(newer)))
  const banner = page.getByTestId('looking')
  await expect(banner).toContainText('tomorrow.json and knows more than this one. Changes here')
  await expect(page.getByRole('heading', { name: 'Yard of tomorrow' })).toBeVisible()
  await visit(page, '/heat/13/assay')
  await page.getByRole('textbox', title).fill('Not to be')
  await expect(page.getByText('Nothing was changed: this yard')).toBeVisible()
  await expect(page.getByTestId('save-state')).toHaveText('read-only')
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByRole('menuitem', { name: 'Save the yard to a file' }).click()
  await expect(page.getByText('a file saved from here would lack')).toBeVisible()
  await banner.getByRole('button', { name: 'Back to my yard' }).click()
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await visit(page, '/heat/13/assay')
  await expect(page.getByRole('textbox', title)).toHaveValue('Skiff fairleads in gunmetal')
  await page.getByRole('textbox', title).fill('Mine again')
  await saved(page)
})

test('a yard a newer app left in this browser is shown, and not one byte of it is touched', async ({
  page,
}) => {
  await openDemo(page)
  const onDisk = (revision?: number) =>
    page.evaluate(
      (to) =>
        new Promise<string>((resolve, reject) => {
          const opening = indexedDB.open('hephaestal')
          opening.onerror = () => reject(opening.error as Error)
          opening.onsuccess = () => {
            const stores = ['journal', 'records']
            const work = opening.result.transaction(stores, 'readwrite')
            if (to) work.objectStore('journal').put(to, 'revision')
            const reads = stores.map((name) => work.objectStore(name).getAll())
            work.oncomplete = () => {
              opening.result.close()
              resolve(JSON.stringify(reads.map(({ result }) => result)))
            }
          }
        }),
      revision,
    )
  const before = await onDisk(99)
  await page.reload()
  await expect(page.getByTestId('looking')).toContainText('Reload with a network connection')
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await visit(page, '/heat/13/assay')
  await page.getByRole('textbox', title).fill('Not to be')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('Nothing was changed: this yard')).toBeVisible()
  expect(await onDisk()).toBe(before)
})

test('a window whose yard a newer app takes over in another one stops, and says whether its last change was kept @long', async ({
  page,
  context,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/assay')
  const field = page.getByRole('textbox', title)
  const banner = page.getByTestId('looking')
  // As a later app in another window does it: first it tells, then it writes.
  const other = await context.newPage()
  await other.goto('/mark.svg')
  const tell = () =>
    other.evaluate(() =>
      new BroadcastChannel('hephaestal-changes').postMessage({ from: 'x', revision: 99, changes: [] }),
    )
  await field.fill('Typed just before')
  await tell()
  await expect(banner).toContainText('is using this yard in another window')
  await expect(banner).not.toContainText('could not be saved')
  await field.fill('Not to be')
  await expect(page.getByText('Nothing was changed: this yard')).toBeVisible()
  await page.reload()
  await expect(field).toHaveValue('Typed just before')

  // One that did not tell, but has written.
  await other.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const opening = indexedDB.open('hephaestal')
        opening.onsuccess = () => {
          const work = opening.result.transaction('journal', 'readwrite')
          work.objectStore('journal').put(99, 'revision')
          work.oncomplete = () => (opening.result.close(), resolve())
        }
      }),
  )
  await field.fill('Typed too late')
  await expect(banner).toContainText('Your last change here could not be saved')
  await expect(field).toHaveValue('Typed too late')
  await expect(page.getByTestId('save-state')).toHaveText('read-only')
  await page.reload()
  await expect(banner).toContainText('Reload with a network connection')
  await expect(field).toHaveValue('Typed just before')
})
