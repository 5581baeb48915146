import { closeHeat, heatStamp, type Heat } from '#core/heat'
import { learnRecovery, planRecovery } from '#core/learn'
import { now, useYard, type Edit } from '~/stores/yard'

/** Puts a heat into the ledger and moves the stock, as one step. */
export function useLogHeat() {
  const yard = useYard()
  const { announce } = useNotices()

  async function logHeat(heat: Heat): Promise<void> {
    const time = now()
    const { taken, made } = closeHeat(heat, yard.lots, {
      ids: [crypto.randomUUID(), crypto.randomUUID()],
      now: time,
    })
    const edits: Edit[] = [...taken, ...made].map((lot) => ({ collection: 'lots', id: lot.id, after: lot }))
    const logged = { ...heat, loggedAt: time, updatedAt: time }
    edits.push({ collection: 'heats', id: heat.id, after: logged })
    edits.push(...replanned(logged, time))
    if (!yard.commit(`Log ${heatStamp(heat.number)}`, edits)) return
    const bins = made.length === 1 ? '1 new bin' : `${made.length} new bins`
    announce(`${heatStamp(heat.number)} is in the ledger; the charge left its bins, ${bins} came in.`)
    await navigateTo('/ledger')
  }

  /** Open heats planned with what was learned take what this one taught. */
  function replanned(logged: Heat, time: string): Edit[] {
    if (!yard.settings.useLearned) return []
    const learned = learnRecovery([...yard.heats.filter(({ id }) => id !== logged.id), logged])
    return yard.heats
      .filter(({ id, loggedAt, alloy }) => id !== logged.id && !loggedAt && alloy)
      .map((open): Edit => {
        const recoveryOverrides = planRecovery(open.alloy, learned, yard.settings)
        return { collection: 'heats', id: open.id, after: { ...open, recoveryOverrides, updatedAt: time } }
      })
  }

  return { logHeat }
}
