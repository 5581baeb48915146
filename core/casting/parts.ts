import * as z from 'zod'
import materials from '#data/pattern-materials.json'
import { bodyFigures, SHAPES, type ShapeId } from './shapes'

const mm = z.number().min(0).max(1e5)
const grams = z.number().min(0).max(1e8)

/** A length of a part, in the unit of its file. */
const side = z.number().min(0).max(1e9)

export const MM_PER = { micron: 0.001, mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 } as const
export const MESH_UNITS = Object.keys(MM_PER) as (keyof typeof MM_PER)[]

/** Materials a pattern may be of, with the density of the solid. */
export const PATTERN_MATERIALS: readonly { id: string; name: string; densityGcm3: number; source: string }[] =
  materials.materials

/** Where the size of a part is known from. */
export const partSourceSchema = z.discriminatedUnion('from', [
  z.strictObject({
    from: z.literal('mesh'),
    fileName: z.string().max(255),
    format: z.enum(['STL', 'OBJ', '3MF']),
    unit: z.enum(['micron', 'mm', 'cm', 'm', 'in', 'ft']),
    scalePct: z.number().positive().max(100_000),
    /** as the file has it, in its unit (cubed, squared) */
    volume: z.number().min(0).max(1e18),
    area: z.number().min(0).max(1e15),
    size: z.tuple([side, side, side]),
    thin: side.nullable(),
    thick: side.nullable(),
    triangles: z.number().int().min(0).max(1e9),
    closed: z.boolean(),
    holes: z.number().int().min(0).max(1e9),
    crowdedEdges: z.number().int().min(0).max(1e9),
    turnedTriangles: z.number().int().min(0).max(1e9),
    insideOut: z.boolean(),
    shells: z.number().int().min(0).max(1e9),
  }),
  z.strictObject({
    from: z.literal('shape'),
    shape: z.enum(Object.keys(SHAPES) as [ShapeId, ...ShapeId[]]),
    sizes: z.record(z.string().max(20), mm),
  }),
  z.strictObject({ from: z.literal('volume'), volumeCm3: z.number().min(0).max(1e7) }),
  z.strictObject({ from: z.literal('pattern'), massG: grams, densityGcm3: z.number().positive().max(25) }),
  z.strictObject({ from: z.literal('casting'), massG: grams, densityGcm3: z.number().positive().max(25) }),
])

/** One thing to be cast, and how many of it. */
export const partSchema = z.strictObject({
  id: z.uuid(),
  name: z.string().max(120),
  count: z.number().int().min(1).max(10_000),
  source: partSourceSchema,
  /** thinnest and thickest section as the caster knows them; null where the figures of the body stand */
  thinMm: mm.nullable(),
  thickMm: mm.nullable(),
})

export type PartSource = z.infer<typeof partSourceSchema>
export type Part = z.infer<typeof partSchema>
export type MeshUnitName = keyof typeof MM_PER

/** What one piece of a part measures; null where nobody knows. */
export interface PartFigures {
  volumeCm3: number
  areaCm2: number | null
  thinMm: number | null
  thickMm: number | null
  longestMm: number | null
}

/**
 * Volume of one piece and what else is known of it.
 * @returns null while a shape's sizes make no body
 * @source a pattern's or an earlier casting's volume is its mass over its density
 * @example partFigures({ ...part, source: { from: 'pattern', massG: 62, densityGcm3: 1.24 } })?.volumeCm3 // 50
 */
export function partFigures({
  source,
  thinMm,
  thickMm,
}: Omit<Part, 'id' | 'name' | 'count'>): PartFigures | null {
  const plain = { areaCm2: null, thinMm, thickMm, longestMm: null }
  switch (source.from) {
    case 'volume':
      return { ...plain, volumeCm3: source.volumeCm3 }
    case 'pattern':
    case 'casting':
      return { ...plain, volumeCm3: source.massG / source.densityGcm3 }
    case 'mesh': {
      const scale = (MM_PER[source.unit] * source.scalePct) / 100
      return {
        volumeCm3: (source.volume * scale ** 3) / 1000,
        areaCm2: (source.area * scale ** 2) / 100,
        thinMm: thinMm ?? (source.thin === null ? null : source.thin * scale),
        thickMm: thickMm ?? (source.thick === null ? null : source.thick * scale),
        longestMm: Math.max(...source.size) * scale,
      }
    }
    case 'shape':
      try {
        const body = bodyFigures(source.shape, source.sizes)
        return { ...body, thinMm: thinMm ?? body.thinMm, thickMm: thickMm ?? body.thickMm }
      } catch {
        return null
      }
  }
}

/** Largest side of a casting that a person would lift into a hobby mould, mm, and the smallest worth a mould. */
const LIKELY_MM = [10, 1200] as const

/**
 * Units a mesh without a unit may be meant in: those that give it a believable size.
 * @param longest side of its box as the file has it
 * @returns millimetres first where they fit; never empty
 */
export function likelyUnits(longest: number): MeshUnitName[] {
  const order: MeshUnitName[] = ['mm', 'in', 'cm', 'm']
  const fitting = order.filter((unit) => {
    const side = longest * MM_PER[unit]
    return side >= LIKELY_MM[0] && side <= LIKELY_MM[1]
  })
  return fitting.length > 0 ? fitting : ['mm']
}

/** Volume of all castings of a list, cm³; parts that make no body count as nothing. */
export function partsVolume(parts: readonly Part[]): number {
  return parts.reduce((sum, part) => sum + part.count * (partFigures(part)?.volumeCm3 ?? 0), 0)
}
