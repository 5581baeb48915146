import loadHighs from 'highs'
import { expect, it } from 'vitest'
import { LinearProgramme } from '../../../core/charge/linear-programme'

it('rows added after the last answer are not idle: what it has not heard of is kept, and it speaks for no rows after some went', async () => {
  const programme = new LinearProgramme()
  const x = programme.column(-1, 0, 10)
  programme.row(0, 8, (put) => put(x, 1))
  const open = programme.open(await loadHighs())
  expect(open.minimise().objective).toBeCloseTo(-8, 9)
  open.addRow(0, 5, [[x, 1]])
  open.dropIdleRows()
  expect(open.added).toBe(1)
  expect(open.minimise().objective).toBeCloseTo(-5, 9)
  open.addRow(0, 7, [[x, 1]])
  expect(open.minimise().objective).toBeCloseTo(-5, 9)
  // One of the two bears on the answer. Asked once more without another answer, the one that is left stays.
  open.dropIdleRows()
  open.dropIdleRows()
  expect(open.added).toBe(1)
  expect(open.minimise().objective).toBeCloseTo(-5, 9)
  open.dropAddedRows()
  open.dropIdleRows()
  expect(open.minimise().objective).toBeCloseTo(-8, 9)
  open.dispose()
})
