import { beforeEach, expect, it, vi } from 'vitest'
import { keepSnapshot, listSnapshots } from '~/storage/snapshots'
import { disk } from '../../support/disk'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

beforeEach(() => disk.stores.get('snapshots')?.clear())

it('the last ten are kept in the order they were taken in, though the clock ran five years ahead for the first', async () => {
  const at = (year: number, minute: number) => `${year}-01-01T00:${String(minute).padStart(2, '0')}:00.000Z`
  for (let turn = 0; turn < 12; turn++)
    await keepSnapshot({ at: at(turn < 9 ? 2031 : 2026, turn), why: `${turn}`, heats: 0, lots: 0, text: '' })
  expect((await listSnapshots()).map(({ why }) => why)).toEqual([11, 10, 9, 8, 7, 6, 5, 4, 3, 2].map(String))
})
