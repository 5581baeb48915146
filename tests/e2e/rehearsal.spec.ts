import type { Page } from '@playwright/test'
import { expect, openDemo, saved, takeClock, test, visit } from './support'

/** All the yard keeps on the disk, as it lies there. */
const yardOnDisk = (page: Page) =>
  page.evaluate(async () => {
    const open = indexedDB.open('hephaestal')
    const db = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)))
    const all: Record<string, unknown> = {}
    for (const store of db.objectStoreNames) {
      if (/photo|snapshot/.test(store)) continue
      const ask = db.transaction(store).objectStore(store).getAll()
      all[store] = await new Promise((resolve) => (ask.onsuccess = () => resolve(ask.result)))
    }
    db.close()
    return JSON.stringify(all)
  })
const minutes = async (page: Page, count: number) => {
  // At sixty times the clock a second is a minute.
  for (let one = 0; one < count; one++) await page.clock.runFor(1000)
}

test('a heat rehearsed on a phone: cold metal, a flare, no cover, a reload in the middle, and what it cost; the yard stays as it was', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openDemo(page)
  await visit(page, '/heat/13/melt')
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await saved(page)
  const before = await yardOnDisk(page)
  await takeClock(page, '2026-11-21T14:00:00')
  await page.getByRole('link', { name: 'Rehearse it first' }).click()
  await page.getByLabel('Much: it drops out and may drift').check()
  await page.getByRole('button', { name: 'Light it' }).click()
  await expect(page.getByText('Nothing of it enters the yard')).toBeVisible()
  await page.getByRole('button', { name: '×60' }).click()
  const log = page.getByTestId('rehearsal-log')
  for (let tries = 0; tries < 30 && !(await log.innerText()).includes('Molten through'); tries++)
    await minutes(page, 3)
  await expect(log).toContainText('Molten through')
  // Reloaded in the middle: it waits where it was left.
  await page.reload()
  await expect(page.getByRole('button', { name: 'Go on' })).toBeVisible()
  await expect(log).toContainText('Molten through')
  await page.getByRole('button', { name: '×60' }).click()
  await page.getByRole('button', { name: 'Go on' }).click()
  await page.getByLabel('Warm it first').uncheck()
  for (;;) {
    const add = page.getByRole('button', { name: /^Add / }).first()
    if (!(await add.isVisible())) break
    await add.click()
    await minutes(page, 6)
  }
  await expect(log).toContainText('It spits')
  await expect(page.getByText('All of the charge is in.')).toBeVisible()
  await minutes(page, 10)
  await page.getByRole('button', { name: 'Lift it out' }).click()
  await page.getByRole('button', { name: 'Pour', exact: true }).click()
  const after = page.getByTestId('after-rehearsal')
  await expect(after).toContainText('It came out with faults.')
  await expect(after).toContainText('By the book')
  await expect(page.getByTestId('costs')).toContainText('Cover it from the beginning.')
  await expect(page.getByTestId('costs')).toContainText('Warm every piece before it goes under.')
  await expect(page.getByTestId('costs')).toContainText('Deoxidise just before the pour.')
  expect(await yardOnDisk(page)).toBe(before)
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByRole('button', { name: 'Light it' })).toBeVisible()
})
