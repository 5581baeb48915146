import { t } from '~/words'
import { computed } from 'vue'
import { nominalWhole, solidDensity } from '#core/alloys'
import { predictMelt } from '#core/charge'
import { freeLots, heatRecovery, heatStamp, ingotsFirst, splitHeat, splitShares, type Heat } from '#core/heat'
import { crucibleHolds } from '#core/melt'
import { useHeat } from '~/shared/heat/useHeat'
import { useGear } from '~/shared/gear/useGear'
import { useNotices } from '~/shared/page/useNotices'
import { now, useYard, zoneHere, type Edit } from '~/storage/yard-store'

/** A heat too large for its crucible or furnace, offered as several that fit. */
export function useSplit() {
  const yard = useYard()
  const { heat } = useHeat()
  const { crucibles, furnaces, holds } = useGear()
  const { announce } = useNotices()
  const gcm3 = computed(() => (heat.value?.alloy ? solidDensity(heat.value.alloy).gcm3 : null))
  /** The most one heat may tap, and what says so; null where nothing limits it. */
  const limit = computed(() => {
    const density = gcm3.value
    if (!heat.value || !density) return null
    const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
    const furnace = furnaces.value.find(({ id }) => id === heat.value?.furnaceId)
    const limits = [
      ...(crucible ? [{ massG: holds(crucible, density), name: crucible.name }] : []),
      ...(!crucible && heat.value.crucibleNo
        ? [{ massG: crucibleHolds(heat.value.crucibleNo, density), name: t('target.this-crucible') }]
        : []),
      ...(furnace?.takesG ? [{ massG: furnace.takesG, name: furnace.name }] : []),
    ]
    return limits.length > 0 ? limits.reduce((least, one) => (one.massG < least.massG ? one : least)) : null
  })
  /** It does not fit and was not begun. */
  const over = computed(() => {
    const { value: current } = heat
    const most = limit.value
    if (!current || !most || current.loggedAt || current.weighed.length > 0) return null
    return current.tapMassG && current.tapMassG > most.massG * (1 + 1e-9) ? most : null
  })
  const shares = computed(() =>
    over.value && heat.value && gcm3.value ? splitShares(heat.value, over.value.massG, gcm3.value) : null,
  )
  /** Share of ingots that is left when they are melted again. */
  const keeps = computed(() => {
    const { value: current } = heat
    if (!current?.alloy) return 1
    const lot = { id: 'ingots', availableG: 1, pricePerKg: 0, composition: nominalWhole(current.alloy) }
    return predictMelt([{ massG: 1000, lot }], heatRecovery(current)).tapMassG / 1000
  })

  /** What aims at no alloy is poured once: ingots of it would be melted for nothing. */
  const canWait = computed(() => !heat.value?.asItComes)

  const stamps = (count: number) =>
    Array.from({ length: count }, () => ({ id: crypto.randomUUID(), now: now(), zone: zoneHere() }))
  function keep(label: string, heats: readonly Heat[]): void {
    const edits = heats.map((after): Edit => ({ collection: 'heats', id: after.id, after }))
    const numbers = heats.map(({ number }) => heatStamp(number)).join(', ')
    if (heats.length > 0 && yard.commit(label, edits))
      announce(t('target.split-done', { heatNumbers: numbers }))
  }
  const bench = () => ({ lots: freeLots(yard.lots, yard.heats, heat.value!), heats: yard.heats })
  function split(): void {
    const answer = shares.value
    if (!heat.value || !answer?.ok) return
    const { shares: parts } = answer
    keep(
      t('target.split-edit', { heatNumber: heatStamp(heat.value.number), count: parts.length }),
      splitHeat({ heat: heat.value, shares: parts, stamps: stamps(parts.length - 1), ...bench() }),
    )
  }
  function castLater(): void {
    const most = over.value
    if (!heat.value || !most) return
    const count = Math.ceil((heat.value.tapMassG ?? 0) / most.massG / keeps.value) + 1
    keep(
      t('target.ingots-first-edit', { heatNumber: heatStamp(heat.value.number) }),
      ingotsFirst({
        heat: heat.value,
        limitG: most.massG,
        keeps: keeps.value,
        stamps: stamps(count),
        ...bench(),
      }),
    )
  }
  return { limit, over, shares, canWait, split, castLater }
}
