import { t } from '~/words'
import { why } from '~/storage/why'
import { stockAfterLogging, comesAsItIs, heatStamp, potOf, settled, type Heat } from '#core/heat'
import { planLosses } from '#core/learn'
import { askInference, keptOf } from '~/features/infer'
import { useTaught } from '~/shared/learning/taught-store'
import { now, useYard, type Edit } from '~/storage/yard-store'
import { navigateTo } from '#imports'
import { useNotices } from '~/shared/page/useNotices'

/** Puts a heat into the ledger and moves the stock, as one step. */
export function useLogHeat() {
  const yard = useYard()
  const taught = useTaught()
  const { announce } = useNotices()
  /** the heat being put there: pressed twice, it goes there once */
  let under = ''

  async function logHeat(heat: Heat): Promise<void> {
    if (under === heat.id) return
    under = heat.id
    try {
      const time = now()
      // What was weighed is written down line by line: the plan has done its work.
      const { plan: _, ...poured } = await withInferred(asPoured(heat))
      const logged = { ...poured, loggedAt: time }
      const replanned = await whatItTeaches(logged)
      const { taken, made } = stockAfterLogging(logged, yard.lots, {
        ids: [crypto.randomUUID(), crypto.randomUUID()],
        now: time,
      })
      const edits: Edit[] = [...taken, ...made].map((lot) => ({
        collection: 'lots',
        id: lot.id,
        after: lot,
      }))
      edits.push({ collection: 'heats', id: heat.id, after: logged })
      edits.push(...replanned)
      if (!yard.commit(t('assay.log-edit', { heatNumber: heatStamp(heat.number) }), edits)) return
      const bins = made.length === 1 ? t('assay.one-new-lot') : t('assay.new-lots', { count: made.length })
      announce(t('assay.logged', { heatNumber: heatStamp(heat.number), lots: bins }))
      await navigateTo('/ledger')
    } finally {
      under = ''
    }
  }

  /** Where no analyser saw it, what its weights and tests say it is goes with it. */
  async function withInferred(heat: Heat): Promise<Heat> {
    if (heat.assays.some(({ readings }) => Object.keys(readings).length > 0)) return heat
    try {
      const found = await askInference(heat)
      if (!found) return heat
      const inferred = keptOf(found)
      return inferred.by.length > 0 ? { ...heat, inferred } : heat
    } catch (error) {
      // The ledger is worth more than what it is likely to be.
      announce(t('assay.inference-failed', { reason: why(error) }))
      return heat
    }
  }
  /** What was chosen and never weighed did not go in. */
  const asPoured = (heat: Heat): Heat =>
    comesAsItIs(heat) ? settled({ ...heat, choices: {} }, [], potOf(heat, yard.heats, yard.gear)) : heat
  const follows = ({ id, loggedAt, alloy, losses }: Heat, logged: Heat) =>
    id !== logged.id && !loggedAt && !!alloy && !losses
  /** Open heats planned with what was learned take what this one taught. */
  async function whatItTeaches(logged: Heat): Promise<Edit[]> {
    if (!yard.settings.useLearned || !yard.heats.some((one) => follows(one, logged))) return []
    try {
      const others = taught.logged.filter(({ id }) => id !== logged.id)
      const { recoveries, yields } = await taught.learnedWith([...others, logged])
      return yard.heats
        .filter((one) => follows(one, logged))
        .map((open): Edit => {
          const planned = planLosses(open.alloy, recoveries, yields, yard.settings)
          return {
            collection: 'heats',
            id: open.id,
            after: { ...open, ...planned },
          }
        })
    } catch (error) {
      announce(t('assay.learning-failed', { reason: why(error) }))
      return []
    }
  }

  return { logHeat }
}
