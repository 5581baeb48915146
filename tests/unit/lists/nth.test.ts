import { expect, it } from 'vitest'
import { byId, nth, present } from '#core/lists'

it('an entry is given, nothing as well as something; one that is not there is told, and never NaN', () => {
  expect(nth([5, 0], 1)).toBe(0)
  expect(nth(Float64Array.of(2, 3), 0)).toBe(2)
  expect(nth(['a', null], 1)).toBeNull()
  for (const index of [-1, 2, 0.5, NaN])
    expect(() => nth([5, 7], index)).toThrow(new RangeError(`no entry ${index} in a list of 2`))
})

it('an entry is found by its id, and one that is not there is told', () => {
  const list = [
    { id: 'a', n: 1 },
    { id: 'b', n: 0 },
    { id: 'a', n: 2 },
  ]
  expect(byId(list, 'b').n).toBe(0)
  expect(byId(list, 'a').n).toBe(1)
  expect(() => byId(list, 'c')).toThrow(new RangeError('no entry "c" among 3'))
})

it('nothing is not a value, but 0, "" and false are', () => {
  for (const value of [0, '', false, NaN]) expect(present(value, 'it')).toBe(value)
  for (const nothing of [null, undefined])
    expect(() => present(nothing, 'the gauge')).toThrow(new TypeError('the gauge is missing'))
})
