import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, PRACTICES } from '#core/alloys'
import { familyOf, metalOfPractice, METALS, pourWindow } from '#core/families'

const published = (liquidusC: number, spreadC = 0) => ({ liquidusC, kind: 'published' as const, spreadC })

describe('families', () => {
  it('every practice has a metal, every library alloy its family', () => {
    for (const practice of PRACTICES) expect(METALS).toContain(metalOfPractice(practice))
    for (const alloy of ALLOYS) expect(familyOf(alloy), alloy.id).not.toBeNull()
  })
  it.each(['C22000', 'C23000', 'C26000', 'C36000', 'C37700', 'C46400'])(
    'the practice decides: %s, whose rest is zinc, is a copper alloy',
    (id) => {
      expect(findAlloy(id)!.base).toBe('Zn')
      expect(familyOf(findAlloy(id)!)!.metal).toBe('Cu')
    },
  )
  it('a metal filed under the wrong practice, or one no practice is known for, has no family', () => {
    const gunmetal = findAlloy('C90500')!
    const tin = { ...gunmetal, base: 'Sn', limits: { Sb: { min: 1, max: 3 } } }
    const silver = { ...gunmetal, base: 'Ag', limits: { Cu: { min: 7, max: 8 } } }
    for (const alloy of [tin, silver]) {
      delete (alloy as { nominal?: unknown }).nominal
      expect(familyOf(alloy)).toBeNull()
      expect(pourWindow(alloy, published(232))).toBeNull()
    }
  })
  it('pours at liquidus + 60 … + 150, usually + 100 (common practice, no source); zinc + 30 … + 80 (handbook)', () => {
    expect(pourWindow(findAlloy('C90500')!, published(999))).toEqual({ fromC: 1059, usualC: 1099, toC: 1149 })
    expect(pourWindow(findAlloy('za-12')!, published(432))).toEqual({ fromC: 462, usualC: 487, toC: 512 })
    expect(pourWindow(findAlloy('C90500')!, null)).toBeNull()
  })
  it('however doubtful the liquidus, the window begins above the highest it may be', () => {
    for (const alloy of ALLOYS)
      for (const spread of [0, 7, 20, 40, 90, 150]) {
        const window = pourWindow(alloy, published(900, spread))!
        expect(window.fromC).toBeGreaterThan(900 + spread)
        expect(window.usualC).toBeGreaterThanOrEqual(window.fromC)
        expect(window.toC).toBeGreaterThanOrEqual(window.usualC)
      }
  })
  it('pewter is worked at 300 to 350 °C (common practice, no source), thin red brass to 1250 (foundry handbooks; from memory)', () => {
    const pewter = pourWindow(findAlloy('pewter-1')!, published(295))!
    expect([pewter.fromC, pewter.toC]).toEqual([315, 360])
    expect(pourWindow(findAlloy('C83600')!, published(1010))!.toC).toBe(1250)
  })
})
