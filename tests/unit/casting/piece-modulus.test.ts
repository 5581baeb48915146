import { describe, expect, it } from 'vitest'
import { bodyFigures, pieceModulus, riserFor, rulingModulus } from '#core/casting'
import { seeded } from '../../support/random-problem'

const of = (shape: Parameters<typeof bodyFigures>[0], sizes: Record<string, number>) =>
  pieceModulus(bodyFigures(shape, sizes))!
/** A riser of steel-like proportions, 1.5 times as high as wide, beside the casting. */
const beside = (modulusMm: number, volumeCm3: number, freezingShrinkagePct: number) =>
  riserFor({ modulusMm, volumeCm3, heightOverDiameter: 1.5, onTop: false, freezingShrinkagePct })

describe('modulus of a piece, by hand', () => {
  it.each([
    // V/A of whole bodies: D/6, a/6, D L / (2 D + 4 L), and so on.
    ['ball of 60 mm', of('ball', { diameter: 60 }), 10],
    ['cube of 30 mm', of('plate', { length: 30, width: 30, thickness: 30 }), 5],
    ['cylinder of 40 × 40 mm', of('bar', { diameter: 40, length: 40 }), 40 / 6],
    ['long bar of 20 mm', of('bar', { diameter: 20, length: 2000 }), 4.975],
    ['plate of 200 × 200 × 10 mm', of('plate', { length: 200, width: 200, thickness: 10 }), 4.545],
    ['block of 60 × 50 × 47 mm', of('plate', { length: 60, width: 50, thickness: 47 }), 8.63],
    ['block of 60 × 50 × 25 mm', of('plate', { length: 60, width: 50, thickness: 25 }), 6.52],
  ])('%s', (_, span, wanted) => {
    expect(span.lowMm).toBeCloseTo(wanted, 1)
    expect(span.highMm).toBeGreaterThanOrEqual(span.lowMm - 1e-9)
    expect(span.highMm).toBeLessThan(1.12 * wanted)
  })

  it('a block of A356, 60 × 50 × 25 mm: a riser of about 42 × 63 mm and 86 cm³, not 99 × 149', () => {
    const figures = bodyFigures('plate', { length: 60, width: 50, thickness: 25 })
    const riser = beside(rulingModulus(figures)!, figures.volumeCm3, 6.5)
    expect(riser.diameterMm).toBeGreaterThan(41)
    expect(riser.diameterMm).toBeLessThan(43)
    expect(riser.heightMm).toBeCloseTo(1.5 * riser.diameterMm)
    expect(riser.volumeCm3).toBeGreaterThan(82)
    expect(riser.volumeCm3).toBeLessThan(90)
  })

  it('a block of 60 × 50 × 47 mm told by its weight and thickness gets the riser of the block', () => {
    const block = bodyFigures('plate', { length: 60, width: 50, thickness: 47 })
    const told = rulingModulus({ volumeCm3: block.volumeCm3, areaCm2: null, thickMm: 47 })!
    expect(told).toBeCloseTo(rulingModulus(block)!, 1)
    const onTop = riserFor({
      modulusMm: told,
      volumeCm3: block.volumeCm3,
      heightOverDiameter: 1.5,
      onTop: true,
      freezingShrinkagePct: 5,
    })
    expect(onTop.diameterMm).toBeGreaterThan(47)
    expect(onTop.diameterMm).toBeLessThan(50)
  })

  it('a ball of 60 mm on a thin stem keeps the modulus of the ball, and no more', () => {
    const [ball, stem] = [
      bodyFigures('ball', { diameter: 60 }),
      bodyFigures('bar', { diameter: 8, length: 120 }),
    ]
    const knob = {
      volumeCm3: ball.volumeCm3 + stem.volumeCm3,
      areaCm2: ball.areaCm2 + stem.areaCm2 - 1,
      thickMm: 60,
    }
    const span = pieceModulus(knob)!
    expect(span.lowMm).toBeLessThan(10)
    expect(span.highMm).toBeGreaterThan(9.9)
    expect(span.highMm).toBeLessThan(10.6)
  })
})

it('for any block: the span holds its V/A, whatever is known of it (seeded)', () => {
  const random = seeded(4)
  for (let at = 0; at < 400; at++) {
    const [length, width, thickness] = [random(), random(), random()].map((one) => 5 + 150 * one) as [
      number,
      number,
      number,
    ]
    const block = bodyFigures('plate', { length, width, thickness })
    const truth = (10 * block.volumeCm3) / block.areaCm2
    for (const areaCm2 of [block.areaCm2, null])
      for (const thickMm of [block.thickMm, null]) {
        const span = pieceModulus({ volumeCm3: block.volumeCm3, areaCm2, thickMm })!
        expect(span.highMm).toBeGreaterThanOrEqual(truth - 1e-6)
        // Of a volume and a thickness a square plate is the fattest: longer ones lie below.
        if (areaCm2 !== null) expect(span.lowMm).toBeLessThanOrEqual(truth + 1e-6)
        expect(span.highMm).toBeLessThanOrEqual(
          Math.cbrt((3000 * block.volumeCm3) / (4 * Math.PI)) / 3 + 1e-6,
        )
      }
  }
  expect(pieceModulus({ volumeCm3: 0, areaCm2: 10, thickMm: 3 })).toBeNull()
})
