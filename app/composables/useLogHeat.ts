import { closeHeat, heatStamp, type Heat } from '#core/heat'
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
    edits.push({ collection: 'heats', id: heat.id, after: { ...heat, loggedAt: time, updatedAt: time } })
    yard.commit(`Log ${heatStamp(heat.number)}`, edits)
    const bins = made.length === 1 ? '1 new bin' : `${made.length} new bins`
    announce(`${heatStamp(heat.number)} is in the ledger; the charge left its bins, ${bins} came in.`)
    await navigateTo('/ledger')
  }

  return { logHeat }
}
