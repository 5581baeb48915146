import { nth } from '#core/lists'
import type { Collection } from './collections'
import type { Step } from './history'
import type { AnyRecord } from './schema'

/** The steps that can be undone and redone: everything before the cursor is done, everything after undone. */
export interface Journal {
  steps: Step[]
  cursor: number
}

/** Steps kept for undo; older ones are forgotten, their effect stays. */
export const JOURNAL_LENGTH = 200

/** A journal with nothing in it. */
export function emptyJournal(): Journal {
  return { steps: [], cursor: 0 }
}

/**
 * The journal after a new step: what had been undone is forgotten. With `mergeKey`, a step that continues the
 * last one (typing into one field) becomes part of it, so that one undo takes back the whole entry.
 * @returns the journal, and whether the step was merged
 */
export function pushStep(
  journal: Journal,
  step: Step,
  mergeKey?: string,
): { journal: Journal; merged: boolean } {
  const kept = journal.steps.slice(0, journal.cursor)
  const last = kept.at(-1)
  if (mergeKey && last && last.mergeKey === mergeKey && canMerge(last, step)) {
    kept[kept.length - 1] = mergeSteps(last, step)
    return { journal: { steps: kept, cursor: kept.length }, merged: true }
  }
  kept.push(mergeKey ? { ...step, mergeKey } : step)
  const steps = kept.slice(-JOURNAL_LENGTH)
  return { journal: { steps, cursor: steps.length }, merged: false }
}

/** The last step can no longer be continued (the field was left). */
export function sealJournal(journal: Journal): Journal {
  const last = journal.steps[journal.cursor - 1]
  if (!last?.mergeKey) return journal
  const steps = [...journal.steps]
  const sealed = { ...last }
  delete sealed.mergeKey
  steps[journal.cursor - 1] = sealed
  return { ...journal, steps }
}

/** A record as the journal last saw it; null where no step touched it, or the last took it away. */
export function lastKnown({ steps, cursor }: Journal, collection: Collection, id: string): AnyRecord | null {
  const touches = ({ changes }: Step) =>
    changes.findLast((change) => change.collection === collection && change.id === id)
  const done = steps.slice(0, cursor).reverse().map(touches).find(Boolean)
  if (done) return done.after
  return steps.slice(cursor).map(touches).find(Boolean)?.before ?? null
}

function canMerge(first: Step, second: Step): boolean {
  const ids = (step: Step) => step.changes.map(({ collection, id }) => `${collection}/${id}`).join()
  return ids(first) === ids(second)
}

function mergeSteps(first: Step, second: Step): Step {
  return {
    ...first,
    at: second.at,
    changes: second.changes.map((change, index) => ({
      ...change,
      before: nth(first.changes, index).before,
    })),
  }
}
