import { seeded } from '../support/random-problem'
import { yardText } from './group-support'
import { expect, openDemo, saved, test, visit } from './support'

/* The browser's database rots: entries are changed, emptied or gone, as a failing disk leaves them. */

test('rot in the database is noticed at the next start: nothing wrong is shown as right, the rest is whole @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/stock')
  const before = JSON.parse(await yardText(page)) as Record<string, { id: string }[]>
  const random = seeded(45)
  let wasMissing = 0
  for (let round = 0; round < 6; round++) {
    const at = random()
    const harmed = await page.evaluate(async (at) => {
      const harmed: string[] = []
      for (const { name } of await indexedDB.databases()) {
        const db = await new Promise<IDBDatabase>((done, fail) => {
          const asked = indexedDB.open(name!)
          asked.onsuccess = () => done(asked.result)
          asked.onerror = () => fail(asked.error)
        })
        for (const storeName of [...db.objectStoreNames].filter((one) => one === 'records')) {
          const store = db.transaction(storeName, 'readwrite').objectStore(storeName)
          const keys = await new Promise<IDBValidKey[]>((done) => {
            const asked = store.getAllKeys()
            asked.onsuccess = () => done(asked.result)
          })
          const records = keys.map(String).filter((key) => /^(lots|heats|gear|alloys)\//.test(key))
          const key = records[Math.floor(at * records.length)]
          if (!key) continue
          const value = await new Promise<Record<string, unknown>>((done) => {
            const asked = store.get(key)
            asked.onsuccess = () => done(asked.result as Record<string, unknown>)
          })
          const how = Math.floor(at * 1000) % 3
          if (how === 0 && typeof value === 'object') store.put({ ...value, name: 'Rotten', massG: 7 }, key)
          else if (how === 1) store.put('rotten', key)
          else store.put(null, key)
          harmed.push(`${name}/${storeName}/${key} ${how}`)
        }
        db.close()
      }
      return harmed
    }, at)
    expect(harmed.length).toBeGreaterThan(0)
    await page.reload()
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await expect(page.getByText('Rotten')).toHaveCount(0)
    // Put right from the undo list, or set aside and said; every other record is as it was.
    const after = JSON.parse(await yardText(page)) as Record<string, { id: string }[]>
    const missing = ['lots', 'heats', 'gear', 'alloys'].flatMap((list) =>
      before[list]!.filter(({ id }) => !after[list]!.some((one) => one.id === id)),
    )
    if (missing.length > wasMissing) await expect(page.getByText(/Set aside/).first()).toBeVisible()
    expect(missing.length).toBeLessThanOrEqual(wasMissing + 1)
    wasMissing = missing.length
    for (const list of ['lots', 'heats', 'gear'])
      for (const one of after[list]!) expect(one).toEqual(before[list]!.find(({ id }) => id === one.id))
  }
  await saved(page)
})
