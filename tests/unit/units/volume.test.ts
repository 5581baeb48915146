import { describe, expect, it } from 'vitest'
import { brimOfNumber } from '#core/melt'
import { parseCrucibleNumber, parseVolume } from '#core/units'

describe('a volume as it is typed', () => {
  it.each([
    ['45.2', 45.2],
    ['1.45 l', 1450],
    ['0,62 L', 620],
    ['0.62 litres', 620],
    ['2 Liter', 2000],
    ['620 ml', 620],
    ['12 cm³', 12],
    ['12ccm', 12],
    // 16.387064 cm³ is exactly an inch cubed.
    ['10 in³', 163.87064],
    ['2 cu. in', 32.774128],
  ])('%s', (text, cm3) => {
    const read = parseVolume(text, 'cm3')
    expect(read.ok && read.value).toBeCloseTo(cm3, 6)
  })
  it('a bare figure is in the unit shown', () => {
    expect(parseVolume('10', 'in3')).toEqual({ ok: true, value: expect.closeTo(163.87064, 6) })
  })
  it.each([
    ['', 'empty'],
    ['mould', 'not-a-number'],
    ['1 gallon', 'unknown-unit'],
    ['-2 l', 'negative'],
    ['1.450 l', 'two-readings'],
    ['2000 m3', 'too-large'],
  ])('%s is refused', (text, problem) => {
    expect(parseVolume(text, 'cm3')).toEqual({ ok: false, problem })
  })
})

describe('the number of a crucible', () => {
  it.each([
    ['6', 6],
    ['7,7', 7.7],
    ['3.5 kg', 7.72],
    ['3500 g', 7.72],
    ['8 lb', 8],
  ])('%s', (text, number) => expect(parseCrucibleNumber(text)).toEqual({ ok: true, value: number }))
  it('of 3.5 kg of aluminium is the crucible that 3.5 kg of it fills, at 2.37 g/cm³ liquid', () => {
    const read = parseCrucibleNumber('3.5 kg')
    expect(read.ok && brimOfNumber(read.value) / (3500 / 2.37)).toBeCloseTo(1, 2)
  })
  it.each(['big', '-3', '2 buckets'])('%s is refused', (text) =>
    expect(parseCrucibleNumber(text).ok).toBe(false),
  )
})
