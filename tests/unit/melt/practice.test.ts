import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ALLOYS } from '#core/alloys'
import { familyOf, liquidusOf } from '#core/families'
import {
  findCaution,
  judgeDose,
  ownPracticeSchema,
  PRACTICE_AREAS,
  practiceAreas,
  practiceInForce,
  practicesOf,
  runSheet,
  type ChargedLot,
  type ChosenPractices,
  type OwnPractice,
} from '#core/melt'

const TAKES = new Set(['copper-nickel', 'tin-bronze', 'leaded-bronze', 'red-brass', 'deoxidised-copper'])
const ids = ALLOYS.flatMap((alloy) =>
  PRACTICE_AREAS.flatMap((area) => practicesOf(alloy, area).map(({ id }) => id)),
)
const own: OwnPractice = {
  id: '4d1f4a60-0f2c-4c43-9a52-7d1e5a1f0001',
  createdAt: '2026-11-01T10:00:00.000Z',
  updatedAt: '2026-11-01T10:00:00.000Z',
  area: 'deoxidise',
  base: 'any',
  name: 'Lithium copper',
  how: 'Plunged.',
  why: 'No phosphorus left behind.',
  sharePct: 0.1,
  tooMuchPct: 0.2,
  minutes: null,
}
/** Any charge: lots of one or two metals, any mass, any form. */
const lot = fc.record({
  lotId: fc.uuid(),
  name: fc.constant('lot'),
  form: fc.constantFrom('casting', 'turnings', 'pipe', 'foil', 'bar'),
  massG: fc.double({ min: 1, max: 5000, noNaN: true }),
  composition: fc
    .tuple(
      fc.constantFrom('Cu', 'Zn', 'Sn', 'Pb', 'Al', 'Si', 'Mg', 'P', 'Mn', 'Fe', 'Ni', 'Ti'),
      fc.constantFrom('Cu', 'Al', 'Zn', 'Sn'),
      fc.integer({ min: 0, max: 100 }),
    )
    .map(([a, b, pct]) => (a === b ? { [a]: 100 } : { [a]: pct, [b]: 100 - pct })),
})
const chosen = fc.dictionary(
  fc.constantFrom(...PRACTICE_AREAS),
  fc.record({ id: fc.constantFrom(...new Set(ids), own.id), sharePct: fc.constantFrom(null, 0.2, 3) }),
) as fc.Arbitrary<ChosenPractices>

describe('practices', () => {
  it('every alloy has a usual school in each of its areas, and every caution is in the book', () => {
    for (const alloy of ALLOYS)
      for (const { id } of practiceAreas(alloy)) {
        const schools = practicesOf(alloy, id)
        expect(
          schools.filter(({ usual }) => usual),
          `${alloy.id} ${id}`,
        ).toHaveLength(1)
        for (const { cautions, why } of schools) {
          expect(why.length).toBeGreaterThan(10)
          for (const caution of cautions) expect(() => findCaution(caution)).not.toThrow()
        }
      }
  })
  it.each([
    ['cover-glass', 0.5, 1],
    ['flux-salts', 0.5, 2],
    ['refine-grain', 0.1, 0.2],
    ['deox-phosphor', 0.125, 0.125],
  ])(
    '%s is dosed at %f to %f %% of the charge (common practice; foundry handbooks from memory)',
    (id, low, high) => {
      const found = ALLOYS.flatMap((alloy) =>
        PRACTICE_AREAS.flatMap((area) => practicesOf(alloy, area)),
      ).find((one) => one.id === id)
      expect(found?.sharePct).toEqual([low, high])
    },
  )
  it('0.2 % of Al-10Sr is 0.02 % strontium (common practice: 0.02 % Sr)', () => {
    const aluminium = ALLOYS.find(({ base }) => base === 'Al')!
    const share = practicesOf(aluminium, 'refine').find(({ id }) => id === 'refine-strontium')!.sharePct![0]
    expect((share * 10) / 100).toBeCloseTo(0.02, 9)
  })
  it('says when a dose is too much', () => {
    const flux = { sharePct: [0.5, 2] as const, tooMuchPct: 4 }
    expect([0.1, 1, 3, 4.1].map((pct) => judgeDose(flux, pct))).toEqual([
      'little',
      'usual',
      'much',
      'too-much',
    ])
  })
  it('one’s own practice is offered with its dose; a deoxidant only where the alloy takes one', () => {
    const gunmetal = ALLOYS.find(({ id }) => id === 'C90500')!
    const chosenOwn = { deoxidise: { id: own.id, sharePct: null } }
    expect(practiceInForce(gunmetal, 'deoxidise', chosenOwn, [own])?.sharePct).toEqual([0.1, 0.1])
    const silicon = ALLOYS.find(({ practice }) => practice === 'silicon-bronze')!
    expect(practiceInForce(silicon, 'deoxidise', chosenOwn, [own])?.practice.usual).toBe(true)
    expect(ownPracticeSchema.safeParse({ ...own, tooMuchPct: 0.05 }).success).toBe(false)
  })
})

describe('order rules over random charges and practices (common practice, no source)', () => {
  const sheets = (check: (steps: ReturnType<typeof runSheet>, charge: ChargedLot[], base: string) => void) =>
    fc.assert(
      fc.property(
        fc.constantFrom(...ALLOYS),
        fc.array(lot, { minLength: 1, maxLength: 9 }),
        chosen,
        fc.boolean(),
        (alloy, charge, picked, newCrucible) => {
          const steps = runSheet(alloy, charge, liquidusOf(alloy, {}), {
            chosen: picked,
            own: [own],
            newCrucible,
          })
          check(steps, charge, familyOf(alloy)!.metal)
          if (!TAKES.has(alloy.practice))
            expect(steps.some(({ kind, dose, lots }) => kind === 'deoxidise' && (dose || lots))).toBe(false)
        },
      ),
      { numRuns: 400, seed: 14 },
    )
  it('deoxidant never in alloys that need none; every gram in one step; pour after the mould was looked at', () => {
    sheets((steps, charge) => {
      const place = (id: string) => steps.findIndex((step) => step.id === id)
      const named = steps.flatMap(({ lots }) => lots ?? []).map(({ lotId }) => lotId)
      expect([...named].sort()).toEqual(charge.map(({ lotId }) => lotId).sort())
      expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
      expect(place('mould')).toBeLessThan(place('pour'))
      expect(place('ready')).toBe(0)
      if (place('first-fire') >= 0) expect(place('first-fire')).toBeLessThan(place('crucible'))
    })
  })
  it('nothing volatile before the base is molten, where there is anything else to melt first', () => {
    sheets((steps, charge, base) => {
      if (base !== 'Cu' || !charge.some(({ composition }) => (composition.Cu ?? 0) >= 97)) return
      const first = steps.findIndex(({ kind }) => kind === 'base')
      expect(steps[first]!.hold).toBe('molten')
      expect(steps[first]!.lots!.every(({ composition }) => (composition.Zn ?? 0) <= 8)).toBe(true)
      for (const id of ['add-zinc', 'add-brass', 'add-lead', 'add-tin']) {
        const at = steps.findIndex((step) => step.id === id)
        if (at >= 0) expect(at).toBeGreaterThan(first)
      }
    })
  })
  it('zinc only into a melt that is held cool, and magnesium after copper, masters and flux', () => {
    sheets((steps, _, base) => {
      const place = (id: string) => steps.findIndex((step) => step.id === id)
      if (base === 'Cu') {
        for (const step of steps)
          if (step.id === 'add-zinc' || step.id === 'add-brass') {
            expect(step.hold).toBe('cool-enough')
            for (const held of step.portions ?? [step.meltC ?? []].flat())
              expect(held.toC).toBeGreaterThan(held.fromC)
          }
        return
      }
      if (base !== 'Al') return
      const magnesium = place('add-magnesium')
      if (magnesium >= 0)
        for (const id of ['add-copper', 'add-master', 'add-silicon', 'flux'])
          expect(magnesium).toBeGreaterThan(place(id))
    })
  })
})
