import { expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { binsTogether, mainMetal } from '#core/stock'
import { workspaceSchema } from '#core/workspace'

it('the bins taken together hold what the bins hold', () => {
  const { lots } = workspaceSchema.parse(demo)
  const bins = binsTogether(lots)
  const sum = (of: (lot: (typeof lots)[number]) => number) => lots.reduce((all, lot) => all + of(lot), 0)
  expect(bins.massG).toBeCloseTo(
    sum(({ massG }) => massG),
    6,
  )
  for (const element of ['Cu', 'Al', 'Pb'])
    expect((bins.massG * (bins.composition[element] ?? 0)) / 100).toBeCloseTo(
      sum(({ massG, composition }) => (massG * (composition[element] ?? 0)) / 100),
      6,
    )
  expect(bins.byMetal.reduce((all, { massG }) => all + massG, 0)).toBeCloseTo(bins.massG, 6)
  expect(bins.byMetal.reduce((all, { lots: count }) => all + count, 0)).toBe(
    lots.filter(({ massG }) => massG > 0).length,
  )
  expect([...bins.byMetal].sort((a, b) => b.massG - a.massG)).toEqual(bins.byMetal)
})

it('a lot belongs to the metal it holds most of', () => {
  expect(mainMetal({ composition: { Cu: 70, Zn: 30 } })).toBe('Cu')
  expect(mainMetal({ composition: {} })).toBe('?')
  expect(binsTogether([])).toEqual({ massG: 0, composition: {}, byMetal: [] })
})
