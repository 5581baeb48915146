import * as z from 'zod'
import { findAlloy, type Limits } from '#core/alloys'
import { blendDensity, type Composition, type Spread } from '#core/composition'
import { tableOf } from '#core/records'
import file from '#data/clues.json'
import { blendOfGuesses, SCRAP_BOOK, type LikelyMetal, type ScrapSource } from './scrap-book'

const words = z.record(z.string(), z.string())
const chance = z.number().min(0).max(1)
const clueSchema = z.strictObject({
  id: z.string(),
  question: z.string(),
  how: z.string(),
  answers: words,
  /** what it is → what is answered → how often, as a share */
  odds: z.record(z.string(), z.record(z.string(), chance)),
})
/** A question to the metal, with the answers it can give. */
export type Clue = z.infer<typeof clueSchema>

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    clues: z.array(clueSchema),
    placeOdds: z.strictObject({ there: chance, elsewhere: chance }),
    density: z.strictObject({ modelSpreadPct: z.number().positive(), porousPct: z.number().min(0) }),
  }),
  file,
)
export const CLUES: readonly Clue[] = table.clues
export const CLUE_SOURCE = table.source

/** What the person has found out so far. */
export interface Findings {
  /** clue → answer */
  answers: Record<string, string>
  /** weighed in water, g/cm³ with one standard deviation */
  density?: { gcm3: number; sd: number }
}

/** One thing the metal may be, with its odds after all clues. */
export interface Suspect {
  source: ScrapSource
  metal: LikelyMetal
  /** 0–1; all suspects together 1 */
  odds: number
}

export interface Identification {
  /** the likeliest first */
  suspects: Suspect[]
  composition: Composition
  sd: Spread
  /** the clue that would cut the doubt most, and by how much of it; null when all are given */
  next: { clue: Clue; cuts: number } | null
}

const ODDS = Object.fromEntries(table.clues.map(({ id, odds }) => [id, odds]))
/** No clue rules anything out for good: hands and eyes err. */
const LEAST_ODDS = 0.004
/** Limits narrower than this are as hard to tell by hand, wt%. */
const LEAST_WIDTH = 0.05

/**
 * The odds over the scrap book, by Bayes' rule: every clue multiplies each suspect's odds by how likely its answer
 * would be from that metal. Clues are taken as independent of each other.
 * @param findings answers by clue id; a density where it was weighed in water
 * @param limits of the target in hand, to know which doubt matters; without it every element counts alike
 * @throws RangeError for a clue or an answer that is not in the table
 */
export function identify(findings: Findings, limits?: Limits): Identification {
  const suspects = posterior(findings)
  const { composition, sd } = blendOfGuesses(suspects.map(({ metal, odds }) => ({ ...metal, odds })))
  return { suspects, composition, sd, next: bestNext(findings, suspects, limits) }
}

function posterior({ answers, density }: Findings): Suspect[] {
  for (const [clue, answer] of Object.entries(answers)) {
    const known = CLUES.find(({ id }) => id === clue)
    if (!known) throw new RangeError(`no clue "${clue}"`)
    if (!(answer in known.answers)) throw new RangeError(`clue "${clue}" has no answer "${answer}"`)
  }
  const weighted = SCRAP_BOOK.flatMap((source) =>
    source.likely.flatMap((metal) => {
      if (metal.elsewhere) return []
      let odds = metal.odds
      for (const [clue, answer] of Object.entries(answers)) odds *= likelihood(clue, answer, source, metal)
      if (density) odds *= densityLikelihood(density, metal)
      return [{ source, metal, odds }]
    }),
  )
  const total = weighted.reduce((sum, { odds }) => sum + odds, 0)
  return weighted
    .map((suspect) => ({ ...suspect, odds: suspect.odds / total }))
    .sort((a, b) => b.odds - a.odds)
}

/** How likely an answer is from a metal. */
function likelihood(clue: string, answer: string, { traits }: ScrapSource, metal: LikelyMetal): number {
  if (clue === 'place') {
    const { there, elsewhere } = table.placeOdds
    return traits.place.includes(answer) ? there / traits.place.length : elsewhere / 6
  }
  const trait =
    clue === 'smoke'
      ? smokes(metal.composition)
      : clue === 'caustic'
        ? spots(metal.composition)
        : told(traits, clue)
  return Math.max(LEAST_ODDS, ODDS[clue]?.[trait ?? '']?.[answer] ?? 0)
}

const told = ({ place: _, ...traits }: ScrapSource['traits'], clue: string): string | undefined =>
  (traits as Readonly<Record<string, string>>)[clue]

function smokes({ Zn = 0 }: Composition): string {
  return Zn > 15 ? 'much' : Zn > 3 ? 'some' : 'none'
}

function spots({ Al = 0, Si = 0, Cu = 0 }: Composition): string {
  if (Al < 50) return 'other'
  if (Cu > 2) return 'copper'
  return Si > 3 ? 'silicon' : 'plain'
}

/** Density of a suspect: its grade's own, else by mixing. */
export function suspectDensity({ grade, composition }: LikelyMetal): number {
  return (grade === null ? undefined : findAlloy(grade)?.densityGcm3) ?? blendDensity(composition)
}

/** Normal odds of the measured density, the model's own spread and small pores counted in. */
function densityLikelihood({ gcm3, sd }: NonNullable<Findings['density']>, metal: LikelyMetal): number {
  const expected = suspectDensity(metal)
  const spread = Math.hypot(sd, (expected * table.density.modelSpreadPct) / 100)
  return Math.max(LEAST_ODDS, Math.exp(-0.5 * ((gcm3 - expected) / spread) ** 2))
}

/**
 * The clue that would leave the least doubt, on average over the answers it may give.
 * Doubt is the variance of each element in widths of its limit, or, without a target, in percent.
 */
function bestNext(
  findings: Findings,
  suspects: readonly Suspect[],
  limits: Limits | undefined,
): Identification['next'] {
  const now = doubt(suspects, limits)
  let best: Identification['next'] = null
  for (const clue of CLUES) {
    if (clue.id in findings.answers) continue
    let after = 0
    for (const answer of Object.keys(clue.answers)) {
      const told = suspects.map((suspect) => ({
        ...suspect,
        odds: suspect.odds * likelihood(clue.id, answer, suspect.source, suspect.metal),
      }))
      const share = told.reduce((sum, { odds }) => sum + odds, 0)
      if (share > 0) after += share * doubt(told, limits)
    }
    const cuts = now > 0 ? Math.max(0, 1 - after / now) : 0
    if (!best || cuts > best.cuts) best = { clue, cuts }
  }
  return best
}

function doubt(suspects: readonly Suspect[], limits: Limits | undefined): number {
  const total = suspects.reduce((sum, { odds }) => sum + odds, 0)
  if (!limits) return scatter(suspects, total)
  return Object.entries(limits).reduce((sum, [symbol, { min = 0, max = 100 }]) => {
    let mean = 0
    let square = 0
    for (const { odds, metal } of suspects) {
      const pct = metal.composition[symbol] ?? 0
      mean += (odds / total) * pct
      square += (odds / total) * pct * pct
    }
    const width = Math.max(max - min, LEAST_WIDTH)
    // An element far over its limit counts no more than three widths: it is out either way.
    return sum + Math.min(9, (square - mean ** 2) / width ** 2)
  }, 0)
}

/** Without a target: how widely the odds are scattered (entropy). */
function scatter(suspects: readonly Suspect[], total: number): number {
  return suspects.reduce((sum, { odds }) => {
    const share = odds / total
    return share > 0 ? sum - share * Math.log(share) : sum
  }, 0)
}
