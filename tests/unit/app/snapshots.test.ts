import { beforeEach, expect, it, vi } from 'vitest'
import { keepSnapshot, listSnapshots, readSnapshot } from '~/storage/snapshots'
import { disk } from '../../support/disk'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

beforeEach(() => disk.stores.get('snapshots')?.clear())

it('the last ten are kept in the order they were taken in, though the clock ran five years ahead for the first', async () => {
  const bytes = (turn: number) => new TextEncoder().encode(`yard ${turn}`)
  const at = (year: number, minute: number) => `${year}-01-01T00:${String(minute).padStart(2, '0')}:00.000Z`
  for (let turn = 0; turn < 12; turn++)
    await keepSnapshot(
      { at: at(turn < 9 ? 2031 : 2026, turn), why: `${turn}`, heats: 0, lots: 0 },
      bytes(turn),
    )
  expect((await listSnapshots()).map(({ why }) => why)).toEqual([11, 10, 9, 8, 7, 6, 5, 4, 3, 2].map(String))
  // Each with its own file, and no file of those that went.
  const [newest] = await listSnapshots()
  expect(new TextDecoder().decode((await readSnapshot(newest!.key))!)).toBe('yard 11')
  expect(disk.stores.get('files')!.size).toBe(10)
})

it('one kept by an earlier app, its text in it, is listed and read', async () => {
  const old = { at: '2026-01-01T00:00:00.000Z', why: 'old', heats: 3, lots: 4, text: 'yard of old' }
  disk.stores.get('snapshots')!.set('old', old)
  const { text, ...listed } = old
  expect(await listSnapshots()).toEqual([{ ...listed, key: 'old' }])
  expect(new TextDecoder().decode((await readSnapshot('old'))!)).toBe(text)
  expect(await readSnapshot('none')).toBeNull()
})
