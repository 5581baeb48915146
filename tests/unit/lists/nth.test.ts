import { expect, it } from 'vitest'
import { nth } from '#core/lists'

it('an entry is given, nothing as well as something; one that is not there is told, and never NaN', () => {
  expect(nth([5, 0], 1)).toBe(0)
  expect(nth(Float64Array.of(2, 3), 0)).toBe(2)
  expect(nth(['a', null], 1)).toBeNull()
  for (const index of [-1, 2, 0.5, NaN])
    expect(() => nth([5, 7], index)).toThrow(new RangeError(`no entry ${index} in a list of 2`))
})
