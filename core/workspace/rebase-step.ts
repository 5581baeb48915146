import type { Change, Records, Step } from './history'
import { mergeRecords } from './merge'
import { sameRecord } from './same-record'

/**
 * A step to go back or forth by, with what another window changed since left as it is.
 * @param direction "do" goes forth, "undo" back
 */
export function rebaseStep(records: Records, step: Step, direction: 'do' | 'undo'): Step {
  const changes = step.changes.map((change) => {
    const [from, to] = direction === 'do' ? [change.before, change.after] : [change.after, change.before]
    const current = records[change.collection][change.id] ?? null
    if (!from || !to || !current || sameRecord(current, from)) return change
    const { merged } = mergeRecords(from, current, to)
    return (
      direction === 'do'
        ? { ...change, before: current, after: merged }
        : { ...change, after: current, before: merged }
    ) as Change
  })
  return { ...step, changes }
}
