import * as z from 'zod'
import { PRACTICES, type Practice } from '#core/alloys'
import { tableOf } from '#core/records'
import file from '#data/pouring.json'
import type { Riser } from './riser'

const above = z.number().positive()
const systemSchema = z.strictObject({
  id: z.enum(['skins', 'plain']),
  practices: z.array(z.enum(PRACTICES)).min(1),
  /** no faster through the gates, m/s */
  gateMs: above,
  /** no further down in the mould, mm */
  mostFallMm: above,
  runnerOfChoke: above,
  gateOfChoke: above,
  why: z.string(),
})
const neckSchema = z.strictObject({
  /** no longer than so much of the riser’s diameter */
  longestOfD: above,
  acrossOfLength: above,
  acrossOfD: above,
})

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    /** of what would flow without friction, so much does */
    discharge: above,
    pourTime: z.strictObject({
      coefficient: z.strictObject({ Cu: above, Al: above, Zn: above, Sn: above }),
      source: z.string(),
    }),
    thinShare: above,
    thinSource: z.string(),
    /** depth of metal in the basin over the sprue, mm */
    basinMm: above,
    systems: z.array(systemSchema).length(2),
    systemSource: z.string(),
    neck: z.strictObject({
      side: neckSchema,
      top: neckSchema,
      plate: neckSchema.extend({ heightOfWall: above }),
      source: z.string(),
    }),
    chill: z.strictObject({ thickOfWall: above, source: z.string() }),
    vents: z.strictObject({ ofChoke: above, eachMm: above, source: z.string() }),
  }),
  file,
)
export const POURING_SOURCES: readonly string[] = [
  table.pourTime.source,
  table.thinSource,
  table.systemSource,
  table.neck.source,
  table.chill.source,
  table.vents.source,
]
export type GatingSystem = z.infer<typeof systemSchema>

/**
 * How a metal wants to be led into a mould: gently where it has a skin of oxide, else shortly.
 * @example gatingSystem('aluminium-casting').gateMs // 0.5
 */
export function gatingSystem(practice: Practice): GatingSystem {
  const found = table.systems.find(({ practices }) => practices.includes(practice))
  if (!found) throw new RangeError(`no gating is told for ${practice}`)
  return found
}

/**
 * Time a mould is usually filled in, by what is poured and its wall.
 * @param wallMm that most of the casting has
 * @returns s
 * @source data/pouring.json: s·∛(mm × kg)
 * @example usualPourTime('Cu', 8, 1000) // 3.8
 */
export const usualPourTime = (metal: 'Cu' | 'Al' | 'Zn' | 'Sn', wallMm: number, massG: number): number =>
  table.pourTime.coefficient[metal] * Math.cbrt((wallMm * massG) / 1000)

/**
 * How long metal runs on in a wall before what has frozen stops it.
 * @param freezesS until the wall is solid
 * @returns s
 * @source data/pouring.json: engineering estimate
 * @example runsOn(10) // 5
 */
export const runsOn = (freezesS: number): number => table.thinShare * freezesS

const GRAVITY = 9.81

/** Where the metal enters the cavity. */
export type GateAt = 'top' | 'parting' | 'bottom'

/**
 * The head of metal that would fill a mould in the same time if it stayed the same all the while.
 * @param headMm from the choke up to the top of the metal in the sprue
 * @param castingMm height of the casting
 * @param aboveGateMm how much of it lies above the gate
 * @returns mm
 * @throws RangeError where the sprue is lower than the casting, or a height is not above zero
 * @source Bernoulli, integrated over the rising metal: t = (2A/a√2g)(√h − √(h − c)) for what lies above the gate
 *   (foundry textbooks)
 * @example effectiveHead(150, 150, 0) // 150
 */
export function effectiveHead(headMm: number, castingMm: number, aboveGateMm: number): number {
  if (!(headMm > 0) || !(castingMm > 0) || !(aboveGateMm >= 0) || aboveGateMm > castingMm)
    throw new RangeError('heights are above zero, and no more of a casting lies above its gate than there is')
  if (aboveGateMm > headMm) throw new RangeError('the sprue is lower than the casting')
  // Time each slice takes, over that of a slice under the whole head.
  const below = castingMm - aboveGateMm
  const rising = 2 * Math.sqrt(headMm) * (Math.sqrt(headMm) - Math.sqrt(headMm - aboveGateMm))
  return headMm * (castingMm / (below + rising)) ** 2
}

/** What is to be poured, and into what. */
export interface PourAsk {
  practice: Practice
  /** symbol of what it holds most of */
  metal: 'Cu' | 'Al' | 'Zn' | 'Sn'
  /** casting, gates and risers of one mould, g */
  massG: number
  /** of the liquid, g/cm³ */
  liquidGcm3: number
  /** wall that most of the casting has, mm */
  wallMm: number
  /** the thinnest wall freezes in, s; null where it is not known */
  thinFreezesS: number | null
  /** height of the casting as it stands in the mould, mm */
  castingMm: number
  /** sprue top over casting top, mm */
  headMm: number
  /** where it enters; null for where it should */
  gate: GateAt | null
}

/** How a mould is filled. */
export interface PourPlan {
  gate: GateAt
  /** what it falls inside the mould when gated there, mm, and what it bears */
  fallMm: number
  mostFallMm: number
  system: GatingSystem
  seconds: number
  ruledBy: 'weight' | 'thin wall'
  /** poured no slower, g/s */
  leastGs: number
  /** of sprue and basin over the choke, mm */
  sprueMm: number
  effectiveMm: number
  /** foot of the sprue, the narrowest of the way, mm² and across when round */
  chokeMm2: number
  chokeMm: number
  sprueTopMm: number
  runnerMm2: number
  gateMm2: number
  /** as fast as the gates let it in, m/s */
  gateMs: number
  ventsMm2: number
  vents: number
  ventMm: number
}

/**
 * Pour time, choke, runner, gates and vents of one mould.
 * @throws RangeError for figures that are not above zero
 * @source data/pouring.json: foundry textbooks; from memory
 * @example pourPlan({ practice: 'tin-bronze', metal: 'Cu', massG: 2000, liquidGcm3: 8, wallMm: 4, thinFreezesS: null, castingMm: 40, headMm: 80, gate: null }).gate // 'parting'
 */
export function pourPlan(ask: PourAsk): PourPlan {
  const { massG, liquidGcm3, wallMm, castingMm, headMm } = ask
  for (const figure of [massG, liquidGcm3, wallMm, castingMm, headMm])
    if (!(figure > 0)) throw new RangeError('weight, density, wall, height and head are above zero')
  const system = gatingSystem(ask.practice)
  const gate = ask.gate ?? (castingMm > system.mostFallMm ? 'bottom' : 'parting')
  const aboveGateMm = { top: 0, parting: castingMm / 2, bottom: castingMm }[gate]
  const byWeight = usualPourTime(ask.metal, wallMm, massG)
  const byWall = ask.thinFreezesS === null ? Infinity : runsOn(ask.thinFreezesS)
  const seconds = Math.min(byWeight, byWall)
  // From the foot of the sprue, at the gate, up to the top of the basin.
  const sprueMm = headMm + aboveGateMm
  const effectiveMm = effectiveHead(sprueMm, castingMm, aboveGateMm)
  const flowMm3s = (massG / liquidGcm3 / seconds) * 1000
  const speed = Math.sqrt(2 * GRAVITY * effectiveMm * 1000)
  const chokeMm2 = flowMm3s / (table.discharge * speed)
  const gateMm2 = Math.max(system.gateOfChoke * chokeMm2, flowMm3s / (1000 * system.gateMs))
  const round = (area: number) => Math.sqrt((4 * area) / Math.PI)
  const ventsMm2 = table.vents.ofChoke * chokeMm2
  const ventMm = table.vents.eachMm
  return {
    gate,
    fallMm: castingMm - aboveGateMm,
    mostFallMm: system.mostFallMm,
    system,
    seconds,
    ruledBy: byWall < byWeight ? 'thin wall' : 'weight',
    leastGs: massG / seconds,
    sprueMm,
    effectiveMm,
    chokeMm2,
    chokeMm: round(chokeMm2),
    // Falling metal draws together: the sprue follows it.
    sprueTopMm: round(chokeMm2 * Math.sqrt((sprueMm + table.basinMm) / table.basinMm)),
    runnerMm2: system.runnerOfChoke * chokeMm2,
    gateMm2,
    gateMs: flowMm3s / gateMm2 / 1000,
    ventsMm2,
    vents: Math.max(1, Math.ceil(ventsMm2 / ((Math.PI / 4) * ventMm ** 2))),
    ventMm,
  }
}

/** The neck between a riser and its casting. */
export interface Neck {
  longestMm: number
  /** at its longest; a shorter one may be narrower */
  acrossMm: number
  /** of a flat one on a plate; null for a round one */
  heightMm: number | null
}

/**
 * The neck of a riser: short enough to stay open, narrow enough to knock off.
 * @param wallMm thickness of a plate it feeds from the side
 * @source data/pouring.json: foundry textbooks; from memory
 * @example riserNeck({ diameterMm: 40 }, 'top').longestMm // 20
 */
export function riserNeck(
  { diameterMm }: Pick<Riser, 'diameterMm'>,
  at: 'side' | 'top' | 'plate',
  wallMm = 0,
): Neck {
  const rule = table.neck[at]
  const longestMm = rule.longestOfD * diameterMm
  const acrossMm = rule.acrossOfLength * longestMm + rule.acrossOfD * diameterMm
  return { longestMm, acrossMm, heightMm: 'heightOfWall' in rule ? rule.heightOfWall * wallMm : null }
}

/**
 * Thickness of an iron or copper chill against a thick place that no riser reaches, mm.
 * @example chillThickness(20) // 15
 */
export const chillThickness = (sectionMm: number): number => table.chill.thickOfWall * sectionMm

/**
 * Where the line lies in a casting whose pour was broken off: as high as the metal stood by then.
 * @param pouredG that was in the mould by then
 * @param firstG of it that stood in sprue and runner before any came into the cavity
 * @returns mm over the bottom of the casting, for one as wide above as below; null where none had come in, or it was full
 * @example interruptedAt({ pouredG: 600, firstG: 100, castingG: 1000, castingMm: 80 }) // 40
 */
export function interruptedAt({
  pouredG,
  firstG,
  castingG,
  castingMm,
}: {
  pouredG: number
  firstG: number
  castingG: number
  castingMm: number
}): number | null {
  const share = (pouredG - firstG) / castingG
  return share > 0 && share < 1 ? share * castingMm : null
}
