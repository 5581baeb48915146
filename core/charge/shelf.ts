import type { Highs } from 'highs'
import type { BlendModel } from './blend-model'
import type { OpenProgramme } from './linear-programme'

/** Models kept open; the oldest is closed first. */
const PLACES = 6
/** Tangent planes a pooled model may carry; above that, planes idle in its last answer are dropped. */
const MOST_PLANES = 150

interface Kept {
  open: OpenProgramme
  spreads: number[]
}

/**
 * Pool of models kept in the solver between questions. A question that differs from an earlier one only in
 * values is warm-started from its basis.
 */
export class ModelPool {
  private kept: Kept[] = []

  constructor(
    private readonly highs: Highs,
    private readonly places = PLACES,
  ) {}

  /** Returns an open model: a pooled one brought up to date, or a new one. */
  take(model: BlendModel): OpenProgramme {
    const spreads = spreadsOf(model)
    for (const [index, entry] of this.kept.entries()) {
      if (!entry.open.rewrite(model.programme)) continue
      this.kept.splice(index, 1)
      const samePlanes =
        spreads.length === entry.spreads.length && spreads.every((value, at) => value === entry.spreads[at])
      if (!samePlanes) entry.open.dropAddedRows()
      this.lent.set(entry.open, spreads)
      return entry.open
    }
    const open = model.programme.open(this.highs)
    this.lent.set(open, spreads)
    return open
  }

  /** Returns a model to the pool; `broken` ones are closed. */
  giveBack(open: OpenProgramme, broken = false): void {
    const spreads = this.lent.get(open) ?? []
    this.lent.delete(open)
    if (broken) return open.dispose()
    if (open.added > MOST_PLANES) open.dropIdleRows()
    this.kept.unshift({ open, spreads })
    for (const old of this.kept.splice(this.places)) old.open.dispose()
  }

  private readonly lent = new Map<OpenProgramme, number[]>()
}

/** The spreads its tangent planes were computed for. */
function spreadsOf({ cones }: BlendModel): number[] {
  return cones.flatMap(({ column, entries }) => [
    column,
    ...entries.flatMap((entry) => [entry.column, entry.sd]),
  ])
}
