import { computed } from 'vue'
import { hasLimits } from '#core/alloys'
import { familyOf } from '#core/families'
import { usualFurnace } from '#core/furnace-model'
import { heatWindow } from '#core/heat'
import type { RehearsalLot, Scenario } from '#core/rehearsal'
import { useForecast, useLiveMelt, useMeltLog, useRunSheet } from '~/features/melt'

/** A furnace to rehearse with where the yard has none, kW. */
const USUAL_KW = 20

/** The heat in hand as something to be rehearsed: its charge in its order, its furnace, its crucible. */
export function useScenario() {
  const sheet = useRunSheet()
  const log = useMeltLog()
  const forecast = useForecast(log, sheet, useLiveMelt(log, sheet))
  const { heat, planned, lines, working } = sheet
  const yields = computed(
    () => new Map(lines.value.map(({ lot }) => [lot.id, lot.metallicYield ?? 1] as const)),
  )
  const scenario = computed<Scenario | null>(() => {
    const current = heat.value
    const alloy = current?.alloy
    const window = current && heatWindow(current)
    const family = alloy && familyOf(alloy)
    const vessel = forecast.vessel.value
    if (!current || !alloy || !window || !family || !vessel) return null
    const seen = new Set<string>()
    const groups = planned.value.map(({ lots = [] }) =>
      lots.flatMap(({ lotId, name, massG, composition }): RehearsalLot[] => {
        if (seen.has(lotId) || massG <= 0) return []
        seen.add(lotId)
        return [{ id: lotId, name, massG, composition, metallicYield: yields.value.get(lotId) ?? 1 }]
      }),
    )
    const lots = groups.flat()
    const begins = groups.find((group) => group.length > 0)?.length ?? 0
    if (lots.length === 0) return null
    const own = forecast.furnace.value
    return {
      practice: alloy.practice,
      limits: hasLimits(alloy) ? alloy.limits : {},
      liquidusC: vessel.liquidusC,
      solidusC: vessel.solidusC,
      window: { fromC: window.fromC, usualC: window.usualC, toC: window.toC },
      lots,
      begins,
      deoxidised: family.phosphorDeoxidised,
      degassed: family.metal === 'Al',
      crucibleG: vessel.crucibleG,
      brimCm3: forecast.brimCm3.value,
      // As the forecast finds it from the heats it burned for, else as its kind is.
      furnace:
        forecast.found.value?.furnace ??
        (own ? usualFurnace(own.fuel, own.powerKw) : usualFurnace('propane', USUAL_KW)),
    }
  })
  return { heat, scenario, working, furnace: forecast.furnace }
}
