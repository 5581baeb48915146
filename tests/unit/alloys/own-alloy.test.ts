import { describe, expect, it } from 'vitest'
import { alloyFaults, ALLOYS, findAlloy, limitsFromNominal, targetFromAssay } from '#core/alloys'
import { shrinkageOf } from '#core/families'
import { readAlloys, writeAlloys } from '#formats/alloys-json'
import { alloyFaultWords } from '~/shared/words/alloys-words'

describe('own targets', () => {
  it('limits from nominal figures and a tolerance; never closer than 0.05 %', () => {
    expect(limitsFromNominal({ Sn: 10, P: 0.1, Cu: 89.9 }, 'Cu', 10)).toEqual({
      Sn: { min: 9, max: 11 },
      P: { min: 0.05, max: 0.15 },
    })
    expect(() => limitsFromNominal({ Sn: 10 }, 'Cu', 0)).toThrow(RangeError)
  })

  it('a target from an assay: what was measured, traces as a maximum of twice what was seen', () => {
    expect(targetFromAssay({ Cu: 89.3, Sn: 9.6, Zn: 0.8, Pb: 0.12 }, 'Cu')).toEqual({
      nominal: { Sn: 9.6, Zn: 0.8 },
      limits: { Sn: { min: 8.64, max: 10.6 }, Zn: { min: 0.72, max: 0.88 }, Pb: { max: 0.24 } },
    })
  })

  it('no library alloy has a fault; impossible ones are told apart and say what to do', () => {
    for (const alloy of ALLOYS) expect(alloyFaults(alloy), alloy.id).toEqual([])
    const faults = (part: object) =>
      alloyFaults({ name: 'Mine', base: 'Cu', limits: { Sn: { min: 9, max: 11 } }, ...part }).map(
        ({ kind }) => kind,
      )
    expect(faults({})).toEqual([])
    expect(faults({ name: ' ' })).toEqual(['no-name'])
    expect(faults({ limits: {} })).toEqual(['no-limits'])
    expect(faults({ limits: { Sn: { min: 9, max: 5 } } })).toEqual(['crossed'])
    expect(faults({ nominal: { Sn: 3 } })).toEqual(['nominal-outside'])
    expect(faults({ limits: { Sn: { min: 60 }, Zn: { min: 60 } } })).toEqual(['too-much'])
    expect(faults({ limits: { Cu: { max: 80 }, Sn: { max: 10 } } })).toEqual(['too-little'])
    // On the edge is inside, a hair beyond is not.
    expect(faults({ nominal: { Sn: 9 } })).toEqual([])
    expect(faults({ nominal: { Sn: 11 } })).toEqual([])
    expect(faults({ nominal: { Sn: 11.01 } })).toEqual(['nominal-outside'])
    expect(faults({ nominal: { Sn: 8.99 } })).toEqual(['nominal-outside'])
    expect(faults({ limits: { Sn: { min: 9, max: 9 } } })).toEqual([])
    expect(faults({ limits: { Sn: { min: 60 }, Zn: { min: 40 } } })).toEqual([])
    expect(faults({ limits: { Cu: { max: 90 }, Sn: { max: 10 } } })).toEqual([])
    for (const fault of alloyFaults({ name: '', base: 'Cu', limits: { Cu: { min: 101, max: 20 } } }))
      expect(alloyFaultWords(fault)).toMatch(/\.$/)
  })

  it('written to a file and read back they are the same; a broken file says where', () => {
    const own = [findAlloy('C90500')!, findAlloy('356.0')!]
    expect(readAlloys(writeAlloys(own))).toEqual({ ok: true, alloys: own })
    expect(readAlloys('{')).toMatchObject({ ok: false })
    const broken = JSON.parse(writeAlloys(own))
    broken.alloys[1].limits.Si.max = 'much'
    expect(readAlloys(JSON.stringify(broken))).toMatchObject({
      ok: false,
      path: 'alloys › 1 › limits › Si › max',
    })
  })

  it('silicon bronze shrinks 1.4 %, aluminium 1.3 % (pattern-maker’s tables; from memory)', () => {
    expect(shrinkageOf('silicon-bronze')).toMatchObject({ lowPct: 1.4, highPct: 1.4 })
    expect(shrinkageOf('aluminium-casting')).toMatchObject({ lowPct: 1.3 })
    expect(shrinkageOf('copper-nickel')).toMatchObject({ highPct: 2.1 })
    // Tin shrinks by about 1/12 inch a foot, pewter a little less (pattern-maker's tables, from memory).
    expect(shrinkageOf('tin-base')).toMatchObject({ lowPct: 0.5, highPct: 0.8 })
  })
})
