import { nth, totalG } from '#core/lists'
import { Matrix } from 'ml-matrix'
import type { Composition, Spread } from '#core/composition'
import { pValue } from '#core/statistics'
import { VOLATILE } from './expected-loss'
import { reconcile, type Constraints, type Estimate } from './reconcile'

/** One lot as it was weighed in. */
export interface WeighedIn {
  name: string
  massG: number
  metallicYield: number
  /** wt% with one standard deviation */
  composition: Composition
  sd: Spread
}

/** One thing that was found again after the pour. */
export interface FoundAgain {
  name: string
  /** null where nobody weighed it */
  massG: number | null
  /** dross is no metal of the melt's composition */
  dross?: boolean
}

export interface HeatFigures {
  lots: readonly WeighedIn[]
  found: readonly FoundAgain[]
  /** wt% of the melt with one standard deviation; elements that were measured */
  measured: Readonly<Record<string, { pct: number; sd: number }>>
  /** the element that makes up the rest; it has no balance of its own */
  base: string
  /** fraction of each element that ends in the melt */
  recovery: Readonly<Record<string, number>>
}

/** A figure before and after, in its own unit. */
export interface AdjustedFigure {
  what: 'lot' | 'yield' | 'share' | 'found' | 'melt' | 'loss' | 'fume'
  name: string
  element?: string
  before: number
  after: number
  sd: number
  /** it was really weighed or measured, not guessed */
  weighed: boolean
}

export interface Suspect {
  figure: AdjustedFigure
  /** by how much it is off when only it is wrong: what it should be less what was written down */
  offBy: number
  /** chi-square that is left once it is set aside */
  leaves: number
}

export interface HeatReconciliation {
  figures: AdjustedFigure[]
  chiSquare: number
  degrees: number
  /** probability of so bad a fit by chance */
  chance: number
  /** likeliest single mistakes, the best first; empty while the balances agree */
  suspects: Suspect[]
}

/** Doubt of each kind of figure where nothing better is known. Engineering estimates. */
const DOUBT = {
  weighingG: 0.3,
  weighingShare: 0.002,
  drossShare: 0.03,
  yieldShare: 0.015,
  recoveryShare: 0.02,
  sharePct: 0.02,
  fumeShare: 0.01,
  /** not weighed: may be anything up to a good part of the charge */
  unknownShare: 0.2,
}
const WEIGHED_IN_DOUBT = 1e4
const UNLIKELY = 0.05

/**
 * Adjusts all that was weighed and measured in a heat together, so that the mass and every measured element balance,
 * and names the single figure whose being wrong would explain it best where they do not agree.
 * @throws RangeError for a heat nothing was weighed into
 * @source weighted least squares with chi-square and serial elimination (data reconciliation textbooks; from memory);
 *   the doubts are engineering estimates
 */
export function reconcileHeat(heat: HeatFigures): HeatReconciliation {
  const { figures, constraints } = modelOf(heat)
  const estimates = figures.map(({ before, sd }): Estimate => ({ value: before, sd }))
  const whole = reconcile(estimates, constraints)
  const chance = pValue(whole.chiSquare, whole.degrees)
  const adjusted = figures.map((figure, at) => ({ ...figure, after: nth(whole.values, at) }))
  const suspects: Suspect[] = []
  if (chance < UNLIKELY)
    for (const [at, figure] of adjusted.entries()) {
      if (!figure.weighed) continue
      const loosened = estimates.map((one, of) =>
        of === at ? { ...one, sd: one.sd * WEIGHED_IN_DOUBT } : one,
      )
      const without = reconcile(loosened, constraints)
      suspects.push({
        figure,
        offBy: nth(without.values, at) - figure.before,
        leaves: without.chiSquare,
      })
    }
  suspects.sort((a, b) => a.leaves - b.leaves)
  return {
    figures: adjusted,
    chiSquare: whole.chiSquare,
    degrees: whole.degrees,
    chance,
    suspects: suspects.filter(({ leaves }) => leaves < 0.5 * whole.chiSquare).slice(0, 4),
  }
}

type Figure = Omit<AdjustedFigure, 'after'>

function modelOf({ lots, found, measured, base, recovery }: HeatFigures): {
  figures: Figure[]
  constraints: Constraints
} {
  const chargeG = totalG(lots)
  if (!(chargeG > 0)) throw new RangeError('nothing was weighed in')
  const figures: Figure[] = []
  const place = (figure: Figure) => figures.push(figure) - 1
  const weighingSd = (massG: number) => Math.max(DOUBT.weighingG, DOUBT.weighingShare * massG)

  const lotsAt = lots.map(({ name, massG, metallicYield }) => ({
    mass: place({ what: 'lot', name, before: massG, sd: weighingSd(massG), weighed: true }),
    yield: place({ what: 'yield', name, before: metallicYield, sd: DOUBT.yieldShare, weighed: false }),
  }))
  const foundAt = found.map(({ name, massG, dross = false }) => ({
    dross,
    mass: place({
      what: 'found',
      name,
      before: massG ?? 0,
      sd:
        massG === null
          ? DOUBT.unknownShare * chargeG
          : dross
            ? Math.max(2, DOUBT.drossShare * massG)
            : weighingSd(massG),
      weighed: massG !== null,
    }),
  }))
  const broughtG = (element: string) =>
    lots.reduce(
      (sum, lot) => sum + (lot.massG * lot.metallicYield * (lot.composition[element] ?? 0)) / 100,
      0,
    )
  const metal = found.filter(({ dross }) => !dross)
  const metalFoundG = metal.some(({ massG }) => massG === null)
    ? 0
    : metal.reduce((sum, { massG }) => sum + (massG ?? 0), 0)
  // Zinc and magnesium burn more or less as the heat goes: what the assay finds gone is gone, as far as it came in.
  const goneG = (element: string) => {
    const brought = broughtG(element)
    const usual = brought * (1 - (recovery[element] ?? 1))
    const seen = measured[element]
    if (!VOLATILE.includes(element) || !seen || metalFoundG <= 0) return usual
    return Math.max(usual, brought - (seen.pct * metalFoundG) / 100)
  }
  const elementsAt = Object.entries(measured)
    .filter(([element]) => element !== base)
    .map(([element, { pct, sd }]) => ({
      shares: lots.map(({ name, composition, sd: spread }, index) => ({
        ...nth(lotsAt, index),
        share: place({
          what: 'share',
          name,
          element,
          before: composition[element] ?? 0,
          sd: Math.max(DOUBT.sharePct, spread[element] ?? 0),
          weighed: false,
        }),
      })),
      melt: place({
        what: 'melt',
        name: 'the melt',
        element,
        before: pct,
        sd: Math.max(1e-4, sd),
        weighed: true,
      }),
      loss: place({
        what: 'loss',
        name: 'burnt or in the dross',
        element,
        before: goneG(element),
        sd: Math.max(0.05, DOUBT.recoveryShare * broughtG(element)),
        weighed: false,
      }),
    }))
  const vapourG = VOLATILE.reduce((sum, element) => sum + goneG(element), 0)
  // Paint, oil and dirt that did not come out as dross went up as well.
  const drossG = found.reduce((sum, { massG, dross }) => sum + (dross ? (massG ?? 0) : 0), 0)
  const burntOffG = Math.max(
    0,
    lots.reduce((sum, { massG, metallicYield }) => sum + massG * (1 - metallicYield), 0) - drossG,
  )
  const fumeAt = place({
    what: 'fume',
    name: 'gone as fume',
    before: vapourG + burntOffG,
    sd: Math.max(3, DOUBT.fumeShare * chargeG, 0.5 * vapourG, 0.5 * burntOffG),
    weighed: false,
  })
  const metalAt = foundAt.filter(({ dross }) => !dross)

  const constraints: Constraints = (figuresNow) => {
    const x = Matrix.columnVector([...figuresNow])
    const now = (at: number) => x.get(at, 0)
    const jacobian = Matrix.zeros(1 + elementsAt.length, figures.length)
    for (const { mass } of lotsAt) jacobian.set(0, mass, 1)
    for (const { mass } of foundAt) jacobian.set(0, mass, -1)
    jacobian.set(0, fumeAt, -1)
    const metalG = metalAt.reduce((sum, { mass }) => sum + now(mass), 0)
    const ofElements = elementsAt.map(({ shares, melt, loss }, index) => {
      const row = 1 + index
      let brought = 0
      for (const { mass, yield: kept, share } of shares) {
        brought += (now(mass) * now(kept) * now(share)) / 100
        jacobian.set(row, mass, (now(kept) * now(share)) / 100)
        jacobian.set(row, kept, (now(mass) * now(share)) / 100)
        jacobian.set(row, share, (now(mass) * now(kept)) / 100)
      }
      for (const { mass } of metalAt) jacobian.set(row, mass, -now(melt) / 100)
      jacobian.set(row, melt, -metalG / 100)
      jacobian.set(row, loss, -1)
      return brought - (metalG * now(melt)) / 100 - now(loss)
    })
    return {
      misfit: [jacobian.getRowVector(0).mmul(x).get(0, 0), ...ofElements],
      jacobian: jacobian.to2DArray(),
    }
  }
  return { figures, constraints }
}
