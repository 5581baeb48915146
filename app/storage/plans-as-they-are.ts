import type { Change, RecordOf, Records, Step } from '#core/workspace'

/**
 * Returns a step that leaves heats the plans they have: a plan is computed, and no step of the person's. A heat that was
 * logged has left its plan behind; taken back, it has it again.
 */
export function withPlansAsTheyAre(records: Records, step: Step): Step {
  if (!step.changes.some(({ collection }) => collection === 'heats')) return step
  const changes = step.changes.map((change): Change => {
    const plan = change.collection === 'heats' ? records.heats[change.id]?.plan : undefined
    if (!plan) return change
    const withPlan = (record: Change['before']) => {
      const heat = record as RecordOf<'heats'> | null
      return (heat && !heat.loggedAt ? { ...heat, plan } : heat) as Change['before']
    }
    return { ...change, before: withPlan(change.before), after: withPlan(change.after) }
  })
  return { ...step, changes }
}
