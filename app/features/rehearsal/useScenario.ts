import { computed } from 'vue'
import { usualFurnace } from '#core/furnace-model'
import { heatWindow, type Heat } from '#core/heat'
import { benchHeat, rehearsalOf, type Scenario } from '#core/rehearsal'
import { useForecast, useLiveMelt, useMeltLog, useRunSheet } from '~/features/melt'

/** A furnace to rehearse with where the yard has none, kW. */
const USUAL_KW = 20

/** The heat in hand as something to be rehearsed: its charge in its order, its furnace, its crucible. */
export function useScenario() {
  const sheet = useRunSheet()
  const log = useMeltLog()
  const forecast = useForecast(log, sheet, useLiveMelt(log, sheet))
  const { heat, planned, lines, working } = sheet
  /** The furnace is still being found from the heats it burned for. */
  const finding = computed(() => forecast.asks.value && !forecast.found.value && !forecast.fault.value)
  const scenario = computed<Scenario | null>(() => {
    const current = heat.value
    const window = current && heatWindow(current)
    const vessel = forecast.vessel.value
    if (!current?.alloy || !window || !vessel || finding.value) return null
    const own = forecast.furnace.value
    return rehearsalOf({
      alloy: current.alloy,
      steps: planned.value,
      yields: new Map(lines.value.map(({ lot }) => [lot.id, lot.metallicYield ?? 1])),
      window,
      liquidusC: vessel.liquidusC,
      solidusC: vessel.solidusC,
      crucibleG: vessel.crucibleG,
      brimCm3: forecast.brimCm3.value,
      // As the forecast finds it from the heats it burned for, else as its kind is.
      furnace:
        forecast.found.value?.furnace ??
        (own ? usualFurnace(own.fuel, own.powerKw) : usualFurnace('propane', USUAL_KW)),
      fuel: own?.fuel ?? 'propane',
      need: current.need,
    })
  })
  /** The heat as the bench has it: with its charge weighed, nothing done yet, its probe a pretended one. */
  const base = computed<Heat | null>(() => {
    const current = heat.value
    if (!current) return null
    const weighed = current.weighed.length > 0 ? current.weighed : asPlanned()
    return benchHeat({ ...current, weighed }, new Date().toISOString())
  })
  function asPlanned(): Heat['weighed'] {
    const at = new Date().toISOString()
    return lines.value.map(({ lot, massG }) => ({
      lotId: lot.id,
      name: sheet.plan.lotName(lot.id),
      kind: 'scrap',
      form:
        planned.value.flatMap(({ lots = [] }) => lots).find(({ lotId }) => lotId === lot.id)?.form ??
        'casting',
      plannedG: massG,
      massG,
      pricePerKg: 0,
      metallicYield: lot.metallicYield ?? 1,
      composition: lot.composition,
      sd: lot.sd ?? {},
      at,
    }))
  }
  return { heat, plan: sheet.plan, scenario, base, working: computed(() => working.value || finding.value) }
}
