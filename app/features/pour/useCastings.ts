import { t } from '~/words'
import { computed } from 'vue'
import {
  blankCast,
  castCosts,
  castingTotals,
  heatStamp,
  plannedCastings,
  spoiledLot,
  withCastings,
  type Cast,
} from '#core/heat'
import { useReckoning } from '~/shared/heat/useReckoning'
import { asItIs, meltAsItComes, useHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'
import { now, useYard, type Edit } from '~/storage/yard-store'

/** What may still be written of a casting when its heat is in the ledger: it is ground and looked at for days. */
export const OPEN_AFTERWARDS: readonly (keyof Cast)[] = [
  'finishedG',
  'verdict',
  'fault',
  'note',
  'photos',
  'workMin',
]

/** The castings of a heat, one line each, from the mould to the last polish, and back to the bins if they are spoiled. */
export function useCastings() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const { announce } = useNotices()
  const castings = computed(() => heat.value?.pour.castings ?? [])
  const totals = computed(() => castingTotals(castings.value))
  const logged = computed(() => !!heat.value?.loggedAt)
  /** Parts of the target that no casting is written down for. */
  const planned = computed(() => {
    const current = heat.value
    if (!current || logged.value) return []
    return plannedCastings(
      current,
      (current.need?.parts ?? []).map(() => crypto.randomUUID()),
    )
  })

  function write(label: string, next: readonly Cast[], mergeKey?: string): void {
    if (heat.value) edit(label, { pour: withCastings(heat.value.pour, next) }, mergeKey)
  }
  const add = () => write(t('pour.add-a-casting'), [...castings.value, blankCast(crypto.randomUUID())])
  const addPlanned = () => write(t('pour.planned-castings-edit'), [...castings.value, ...planned.value])
  function change(cast: Cast, what: Partial<Cast>, key: string): void {
    const next = castings.value.map((one) => (one.id === cast.id ? { ...one, ...what } : one))
    write(
      t('pour.casting-edit', { castingName: cast.name || t('pour.casting-name-unknown') }),
      next,
      `cast-${cast.id}-${key}`,
    )
  }
  const remove = (cast: Cast) =>
    write(
      t('pour.remove-casting-edit', { castingName: cast.name || t('pour.casting-name-unknown') }),
      castings.value.filter(({ id }) => id !== cast.id),
    )
  /** Gates that were cut off are what the returns weigh, where nobody weighed those. */
  function cutOffAsReturns(): void {
    if (heat.value)
      edit(t('pour.use-cut-off-edit'), {
        pour: { ...heat.value.pour, returnsG: Number(totals.value.cutOffG.toFixed(3)) },
      })
  }

  /** Its metal is in the bins, or went from there into another heat. */
  const isBack = ({ id }: Cast) => !!yard.records.lots[id] || remeltedIn(id).length > 0
  const remeltedIn = (castId: string) =>
    yard.heats.filter(
      ({ weighed, choices }) => weighed.some(({ lotId }) => lotId === castId) || choices[castId],
    )
  /** One that turned out bad after its heat was logged goes back by itself. */
  function putBack(cast: Cast): boolean {
    const current = heat.value
    const lot = current && spoiledLot(current, cast, now())
    if (!current || !lot) return false
    const spoiled = castings.value.map((one): Cast =>
      one.id === cast.id ? { ...one, verdict: 'spoiled' } : one,
    )
    const after = asItIs({ ...current, pour: withCastings(current.pour, spoiled) })
    const edits: Edit[] = [
      { collection: 'lots', id: lot.id, after: lot },
      { collection: 'heats', id: current.id, after },
    ]
    const done = yard.commit(
      t('pour.return-casting-edit', { castingName: cast.name || t('pour.casting-name-unknown') }),
      edits,
    )
    if (done) announce(t('pour.casting-returned', { castingName: lot.name }))
    return done
  }
  /** The same metal once more: back to the bins if it is not there, and into a heat of its own. */
  async function meltAgain(cast: Cast): Promise<void> {
    if (!isBack(cast) && !putBack(cast)) return
    const lot = yard.records.lots[cast.id]
    const of = heat.value
    if (lot && of)
      await meltAsItComes([lot], {
        title: t('pour.remelt-name', { name: cast.name || heatStamp(of.number) }).slice(0, 120),
      })
  }

  const { reckon } = useReckoning()
  const costs = computed(() => (heat.value ? castCosts(heat.value, reckon(heat.value)) : []))
  return {
    castings,
    totals,
    logged,
    planned,
    costs,
    add,
    addPlanned,
    change,
    remove,
    cutOffAsReturns,
    isBack,
    remeltedIn,
    putBack,
    meltAgain,
  }
}

export type Castings = ReturnType<typeof useCastings>
