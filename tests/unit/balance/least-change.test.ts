import { Matrix, pseudoInverse } from 'ml-matrix'
import { expect, it } from 'vitest'
import { reconcileHeat, type HeatFigures } from '#core/balance'

const heat: HeatFigures = {
  lots: [
    { name: 'pipe', massG: 1500, metallicYield: 0.97, composition: { Cu: 99.9, Sn: 0.1 }, sd: { Sn: 0.05 } },
    { name: 'tin', massG: 210, metallicYield: 0.99, composition: { Sn: 99 }, sd: { Sn: 0.5 } },
    {
      name: 'brass',
      massG: 300,
      metallicYield: 0.98,
      composition: { Cu: 69, Zn: 30, Sn: 1 },
      sd: { Zn: 0.6, Sn: 0.2 },
    },
  ],
  found: [
    { name: 'ingots', massG: 1400 },
    { name: 'returns', massG: 520 },
    { name: 'skull', massG: null },
    { name: 'dross', massG: 45, dross: true },
  ],
  measured: { Cu: { pct: 85, sd: 0.4 }, Sn: { pct: 10.4, sd: 0.2 }, Zn: { pct: 4.1, sd: 0.15 } },
  base: 'Cu',
  recovery: { Cu: 0.995, Sn: 0.99, Zn: 0.97 },
}

it('what is put right balances, and is moved as little as can be (Lagrange, derivatives by differences)', () => {
  const { figures, chiSquare, degrees } = reconcileHeat(heat)
  const at = (what: string, name: string, element?: string) =>
    figures.findIndex((one) => one.what === what && one.name === name && one.element === element)
  const fume = figures.findIndex(({ what }) => what === 'fume')
  /** Mass, then each element, in grams: what came in less what was found, burnt or gone up. */
  const gaps = (x: readonly number[]) => {
    const sum = (list: readonly number[]) => list.reduce((all, one) => all + one, 0)
    const massIn = sum(heat.lots.map(({ name }) => x[at('lot', name)]!))
    const all = sum(heat.found.map(({ name }) => x[at('found', name)]!))
    const metal = all - x[at('found', 'dross')]!
    return [
      massIn - all - x[fume]!,
      ...['Sn', 'Zn'].map((element) => {
        const brought = heat.lots.map(
          ({ name }) => (x[at('lot', name)]! * x[at('yield', name)]! * x[at('share', name, element)]!) / 100,
        )
        const burnt = x[at('loss', 'burnt or in the dross', element)]!
        return sum(brought) - (metal * x[at('melt', 'the melt', element)]!) / 100 - burnt
      }),
    ]
  }
  const after = figures.map((figure) => figure.after)
  for (const gap of gaps(after)) expect(Math.abs(gap)).toBeLessThan(1e-6)
  const slopes = new Matrix(
    after.map((value, of) => {
      const step = 1e-4 * Math.max(1, Math.abs(value))
      const moved = (by: number) => gaps(after.map((one, index) => (index === of ? one + by : one)))
      const [up, down] = [moved(step), moved(-step)]
      return up.map((gap, row) => (gap - down[row]!) / (2 * step))
    }),
  )
  const pull = Matrix.columnVector(figures.map(({ before, after: put, sd }) => (before - put) / sd ** 2))
  const left = Matrix.sub(pull, slopes.mmul(pseudoInverse(slopes).mmul(pull)))
  for (const [index, one] of left.to1DArray().entries())
    expect(Math.abs(one * figures[index]!.sd), figures[index]!.name).toBeLessThan(1e-5)
  const squares = figures.reduce((sum, { before, after: put, sd }) => sum + ((put - before) / sd) ** 2, 0)
  expect(chiSquare).toBeCloseTo(squares, 6)
  expect(degrees).toBe(3)
})

it('what nobody weighed is told so, and nobody is accused of it', () => {
  const { figures, suspects } = reconcileHeat({
    ...heat,
    found: heat.found.map((one) => (one.name === 'ingots' ? { ...one, massG: 1900 } : one)),
  })
  expect(figures.find(({ name }) => name === 'skull')!.weighed).toBe(false)
  expect(figures.filter(({ what }) => what === 'found').map(({ weighed }) => weighed)).toEqual([
    true,
    true,
    false,
    true,
  ])
  expect(suspects.map(({ figure }) => figure.name)).not.toContain('skull')
  expect(suspects.every(({ figure }) => figure.weighed)).toBe(true)
})

it('what went up as fume is known to a hundredth of the charge, not better than 3 g', () => {
  const fumeOf = (scale: number) =>
    reconcileHeat({
      ...heat,
      lots: [
        { name: 'ingot', massG: 1000 * scale, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: {} },
      ],
      found: [{ name: 'ingots', massG: 990 * scale }],
      measured: { Sn: { pct: 10, sd: 0.2 } },
    }).figures.find(({ what }) => what === 'fume')!.sd
  expect(fumeOf(1)).toBeCloseTo(10, 9)
  expect(fumeOf(5)).toBeCloseTo(50, 9)
  expect(fumeOf(0.1)).toBe(3)
})
