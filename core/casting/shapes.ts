/** Simple bodies, with the lengths each is told by, mm. */
export const SHAPES = {
  plate: ['length', 'width', 'thickness'],
  bar: ['diameter', 'length'],
  tube: ['diameter', 'bore', 'length'],
  ball: ['diameter'],
  cone: ['diameter', 'top', 'height'],
  ring: ['diameter', 'section'],
} as const

export type ShapeId = keyof typeof SHAPES
export type ShapeSizes = Readonly<Record<string, number>>

export interface BodyFigures {
  volumeCm3: number
  areaCm2: number
  thinMm: number
  thickMm: number
  longestMm: number
}

/**
 * Volume, area and thickness of a simple body.
 * @param sizes mm, by the names in SHAPES: ring is a round section on a ring of that outer diameter, cone may be cut
 *   off at a top diameter
 * @throws RangeError for a missing size, one that is not above zero (a cone's top may be), a bore as wide as its tube
 *   or a section that fills its ring
 * @source solid geometry
 * @example bodyFigures('plate', { length: 100, width: 50, thickness: 10 }).volumeCm3 // 50
 */
export function bodyFigures(shape: ShapeId, sizes: ShapeSizes): BodyFigures {
  for (const name of SHAPES[shape]) {
    const size = sizes[name]
    if (size === undefined || !Number.isFinite(size) || size < 0 || (size === 0 && name !== 'top'))
      throw new RangeError(`no ${name}`)
  }
  const mm = (name: string) => sizes[name]!
  const figures = (volume: number, area: number, thin: number, thick: number, longest: number) => ({
    volumeCm3: volume / 1000,
    areaCm2: area / 100,
    thinMm: thin,
    thickMm: thick,
    longestMm: longest,
  })
  const { PI } = Math
  switch (shape) {
    case 'plate': {
      const [l, w, t] = [mm('length'), mm('width'), mm('thickness')]
      const least = Math.min(l, w, t)
      return figures(l * w * t, 2 * (l * w + w * t + t * l), least, least, Math.max(l, w, t))
    }
    case 'bar': {
      const [d, l] = [mm('diameter'), mm('length')]
      const least = Math.min(d, l)
      return figures((PI / 4) * d * d * l, (PI / 2) * d * d + PI * d * l, least, least, Math.max(d, l))
    }
    case 'tube': {
      const [d, b, l] = [mm('diameter'), mm('bore'), mm('length')]
      if (b >= d) throw new RangeError('bore as wide as the tube')
      const ends = (PI / 4) * (d * d - b * b)
      const wall = Math.min((d - b) / 2, l)
      return figures(ends * l, 2 * ends + PI * (d + b) * l, wall, wall, Math.max(d, l))
    }
    case 'ball': {
      const d = mm('diameter')
      return figures((PI / 6) * d ** 3, PI * d * d, d, d, d)
    }
    case 'cone': {
      const [r, t, h] = [mm('diameter') / 2, mm('top') / 2, mm('height')]
      const slant = Math.hypot(r - t, h)
      const volume = (PI * h * (r * r + r * t + t * t)) / 3
      const area = PI * (r * r + t * t + (r + t) * slant)
      const [least, most] = [2 * Math.min(r, t), 2 * Math.max(r, t)]
      return figures(volume, area, Math.min(least || most, h), Math.min(most, h), Math.max(most, h))
    }
    case 'ring': {
      const [d, s] = [mm('diameter'), mm('section')]
      if (2 * s >= d) throw new RangeError('section fills the ring')
      const round = PI * (d - s)
      return figures((PI / 4) * s * s * round, PI * s * round, s, s, d)
    }
  }
}
