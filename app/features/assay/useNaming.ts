import { t, told } from '~/words'
import { computed } from 'vue'
import { ALLOYS, hasLimits, solidDensity, type Alloy } from '#core/alloys'
import { measuredComposition } from '#core/assay'
import { chosenCharge, comesAsItIs, freeLots, heatRecovery, potOf } from '#core/heat'
import { nearestAlloys, nearestPredicted } from '#core/ledger'
import { now, useYard } from '~/storage/yard-store'
import { useHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'

/** What a heat's metal comes nearest to, by what was measured of it, else by what went in; and giving it that name. */
export function useNaming() {
  const yard = useYard()
  const { heat, summary, edit } = useHeat()
  const { announce } = useNotices()
  /** It aimed at nothing, and waits for a name. */
  const nameless = computed(() => !!heat.value && comesAsItIs(heat.value))
  /** There is something to judge it by. */
  const judged = computed(() => !!heat.value?.alloy && hasLimits(heat.value.alloy))
  const library = computed(() => [...ALLOYS, ...yard.ownAlloys.map(({ alloy }) => alloy)])
  /** what was seen, and the base as the rest; readings that only say "less than" name no metal */
  const measured = computed(() => measuredComposition(summary.value?.measured ?? {}, heat.value?.alloy?.base))
  const hasMeasured = computed(() => Object.keys(measured.value).length > 0)
  const near = computed(() => {
    const current = heat.value
    if (!current || !summary.value) return []
    if (hasMeasured.value) return nearestAlloys(summary.value.measured, library.value, current.alloy?.base)
    return nameless.value
      ? nearestPredicted(
          chosenCharge(
            current,
            freeLots(yard.lots, yard.heats, current),
            potOf(current, yard.heats, yard.gear),
          ),
          heatRecovery(current),
          library.value,
        )
      : []
  })
  /** Densities that were measured, g/cm³, in the middle; null where none was. */
  const densityGcm3 = computed(() => {
    const read = (heat.value?.tests ?? []).flatMap(({ kind, value }) =>
      kind === 'density' && value ? [value] : [],
    )
    return read.length > 0 ? read.reduce((sum, one) => sum + one, 0) / read.length : null
  })
  const expectedGcm3 = (alloy: Alloy) => solidDensity(alloy).gcm3

  function nameIt(alloy: Alloy): void {
    const asItComes = heat.value?.asItComes
    if (!asItComes) return
    edit(t('assay.name-edit', { alloyName: told(alloy.name) }), {
      alloy,
      asItComes: { ...asItComes, namedAt: now() },
    })
    announce(t('assay.named', { alloyName: told(alloy.name) }))
  }
  return { near, nameless, judged, measured, hasMeasured, densityGcm3, expectedGcm3, nameIt }
}
