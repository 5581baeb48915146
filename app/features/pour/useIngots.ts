import { t } from '~/words'
import { computed, ref } from 'vue'
import { mouldTare, type IngotMould } from '#core/gear'
import {
  heatStamp,
  ingotLot,
  inMouldsSpan,
  nextIngotStamp,
  tared,
  waitingIngot,
  type Heat,
  type InMould,
} from '#core/heat'
import { moveMetal } from '#core/stock'
import { useGear } from '~/shared/gear/useGear'
import { useHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { counted, listed } from '~/shared/units/figures'
import { now, useYard, type Edit } from '~/storage/yard-store'

/** Chosen for an ingot that lies in a mould nobody wrote down. */
export const SOME_MOULD = 'some-mould'

/** The ingots of a heat: weighed alone, in a mould of known weight, or in one that is weighed empty later. */
export function useIngots() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const { announce } = useNotices()
  const { ingotMoulds } = useGear()
  const mouldId = useRememberedHere('pour-mould', '')
  const mouldName = ref('')
  const grossG = ref<number | null>(null)
  /** counts the entries, so that the field is a fresh one each time */
  const entry = ref(0)

  const mould = computed(() => ingotMoulds.value.find(({ id }) => id === mouldId.value) ?? null)
  /** It will have its weight when the mould has been weighed empty. */
  const later = computed(() => mouldId.value === SOME_MOULD || mould.value?.tareG === null)
  const netG = computed(() =>
    grossG.value === null || later.value ? null : grossG.value - (mould.value?.tareG ?? 0),
  )
  const ready = computed(() => (later.value ? (grossG.value ?? 0) > 0 : (netG.value ?? 0) > 0))
  const waiting = computed(() =>
    (heat.value?.pour.inMoulds ?? []).map((one) => ({ ...one, span: inMouldsSpan([one]) })),
  )

  function add(): void {
    const current = heat.value
    if (!current || !ready.value || grossG.value === null) return
    const { pour } = current
    const stamp = nextIngotStamp(heatStamp(current.number), pour)
    const id = crypto.randomUUID()
    const named = { mouldId: mould.value?.id ?? null, mould: (mould.value?.name ?? mouldName.value).trim() }
    if (later.value) {
      const one = { id, stamp, grossG: grossG.value, ...named }
      const inMoulds = [...(pour.inMoulds ?? []), waitingIngot(one, mould.value && mouldTare(mould.value))]
      edit(t('pour.weigh-gross-edit', { stamp }), { pour: { ...pour, inMoulds } })
    } else if (netG.value !== null) {
      const massG = Number(netG.value.toFixed(2))
      const how = mould.value
        ? { mouldId: mould.value.id, mould: mould.value.name, grossG: grossG.value }
        : {}
      edit(t('pour.weigh-ingot-edit', { stamp }), {
        pour: { ...pour, ingots: [...pour.ingots, { id, massG, stamp, ...how }] },
      })
    }
    grossG.value = null
    entry.value++
  }
  function remove(id: string): void {
    if (!heat.value) return
    const { ingots, inMoulds = [] } = heat.value.pour
    const others = <T extends { id: string }>(all: readonly T[]) => all.filter((one) => one.id !== id)
    edit(t('pour.remove-ingot-edit'), {
      pour: { ...heat.value.pour, ingots: others(ingots), inMoulds: others(inMoulds) },
    })
  }

  /** The mould was weighed empty: every ingot that waited for it has its weight, in whichever heat. */
  function tare(ingot: InMould, tareG: number): string {
    const of = heat.value
    if (!of) return ''
    const same = (at: Heat) => (one: InMould) =>
      one.id === ingot.id ||
      (ingot.mouldId !== null
        ? one.mouldId === ingot.mouldId
        : at.id === of.id && !!ingot.mould && one.mouldId === null && one.mould === ingot.mould)
    const weighed = yard.heats
      .map((at) => ({ at, ...tared(at, same(at), tareG) }))
      .filter(({ gainedG, refused }) => gainedG > 0 || refused.length > 0)
    const refused = weighed.flatMap((one) => one.refused)
    if (refused.includes(ingot.stamp))
      return t('pour.tare-too-heavy', {
        masses:
          refused.length > 1
            ? t('pour.no-more-than-each', { refused: listed(refused) })
            : t('pour.no-more-plain'),
      })
    const edits: Edit[] = weighed.flatMap(({ at, heat: after, gainedG }) => [
      { collection: 'heats' as const, id: at.id, after },
      ...(at.loggedAt && gainedG > 0 ? intoTheBins(after, gainedG) : []),
    ])
    const known = ingotMoulds.value.find(({ id }) => id === ingot.mouldId)
    if (known)
      edits.push({ collection: 'gear', id: known.id, after: { ...known, tareG } satisfies IngotMould })
    if (
      !yard.commit(t('pour.weigh-mould-edit', { mould: ingot.mould || t('pour.mould-name-unknown') }), edits)
    )
      return ''
    const count = weighed.reduce(
      (sum, { at, heat: after }) => sum + after.pour.ingots.length - at.pour.ingots.length,
      0,
    )
    announce(t('pour.tare-applied', { ingots: counted(count, 'ingot') }))
    return ''
  }
  /** A logged heat's ingots are in the bins already: these join them. */
  function intoTheBins(logged: Heat, gainedG: number): Edit[] {
    const lot = yard.lots.find(({ originHeatId, kind }) => originHeatId === logged.id && kind === 'ingot')
    const after = lot
      ? moveMetal(lot, gainedG, t('pour.tare-set'), now())
      : ingotLot(logged, crypto.randomUUID(), gainedG, now())
    return [{ collection: 'lots', id: after.id, after }]
  }

  return {
    heat,
    ingotMoulds,
    mouldId,
    mouldName,
    mould,
    grossG,
    entry,
    later,
    netG,
    ready,
    waiting,
    add,
    remove,
    tare,
  }
}
