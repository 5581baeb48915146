import { closeHeat, heatStamp, type Heat } from '#core/heat'
import { learnFormYields, learnRecovery, planLosses } from '#core/learn'
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
    const all = [...yard.heats.filter(({ id }) => id !== logged.id), logged]
    const learned = learnRecovery(all)
    const yields = learnFormYields(all)
    return yard.heats
      .filter(({ id, loggedAt, alloy, losses }) => id !== logged.id && !loggedAt && alloy && !losses)
      .map((open): Edit => {
        const after = { ...open, ...planLosses(open.alloy, learned, yields, yard.settings), updatedAt: time }
        return { collection: 'heats', id: open.id, after }
      })
  }

  return { logHeat }
}
