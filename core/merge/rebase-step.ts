import { sameRecord, type Change, type Records, type Step } from '#core/workspace'
import { mergeChanges } from './merge-changes'

/**
 * A step to go back or forth by, with what another window changed since left as it is: of a record both changed only
 * the step's own fields go back; one the other worked on is not taken away, and one it took away does not come back.
 * @param direction "do" goes forth, "undo" back
 * @returns the step; the changes left out of it are those the other window's word stands in
 */
export function rebaseUndoStep(
  records: Records,
  step: Step,
  direction: 'do' | 'undo',
): { step: Step; leftOut: Change[] } {
  const leftOut: Change[] = []
  const changes = step.changes.flatMap((change): Change[] => {
    const [from, to] = direction === 'do' ? [change.before, change.after] : [change.after, change.before]
    const current = records[change.collection][change.id] ?? null
    if (sameRecord(current, from)) return [change]
    if (!from || !to || !current) {
      leftOut.push(change)
      return []
    }
    const { merged } = mergeChanges(change.collection, from, current, to)
    return [
      (direction === 'do'
        ? { ...change, before: current, after: merged }
        : { ...change, after: current, before: merged }) as Change,
    ]
  })
  return {
    step:
      leftOut.length > 0 || changes.some((one, at) => one !== step.changes[at]) ? { ...step, changes } : step,
    leftOut,
  }
}
