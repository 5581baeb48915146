/* What was written down at the furnace in the demo's later heats: invented, and fitting what came out of them. */
import { POUR_CHECKLIST } from '#core/casting'
import { blankEntry, heatLiquidus, heatStamp, type Heat, type LogEntry } from '#core/heat'

interface Tools {
  uuid: () => string
  normal: () => number
}

const MINUTE_MS = 60_000
/** Heats from this one on were logged at the furnace. */
const LOGGED_FROM = 9
/** Minutes from the first step to each, as a morning goes. */
const PACE: Readonly<Record<string, number>> = {
  ready: 0,
  crucible: 12,
  preheat: 20,
  base: 38,
  stir: 44,
  skim: 47,
  temperature: 48,
  mould: 49,
  pour: 50,
  empty: 56,
}

/** The heats with their log, their steps in time, and the heat each returned lot came from. */
export function demoFurnace(heats: readonly Heat[], { uuid, normal }: Tools): Heat[] {
  return heats.map((heat) => {
    const weighed = heat.weighed.map((line) => {
      const origin = heats.find(({ number }) => line.name.startsWith(`${heatStamp(number)} `))
      return origin ? { ...line, originHeatId: origin.id } : line
    })
    if (heat.number < LOGGED_FROM || !heat.loggedAt || !heat.alloy) return { ...heat, weighed }
    const began = Date.parse(Object.values(heat.done)[0]!.at)
    const at = (minute: number) => new Date(began + minute * MINUTE_MS).toISOString()
    const done = Object.fromEntries(
      Object.entries(heat.done).map(([id, step]) => [id, { ...step, at: at(PACE[id] ?? 40) }]),
    )
    const entry = (minute: number, kind: LogEntry['kind'], rest: Partial<LogEntry> = {}): LogEntry => ({
      ...blankEntry({ id: uuid(), at: at(minute) }, kind),
      ...rest,
    })
    const { liquidusC } = heatLiquidus(heat)!
    const poured = heat.pour.pourTemperatureC ?? liquidusC + 100
    const reading = (minute: number, celsius: number) =>
      entry(minute, 'temperature', { celsius: Math.round(celsius - 8 + normal()) })
    const log = [
      reading(30, liquidusC - 120),
      reading(36, liquidusC + 5),
      entry(38, 'molten'),
      reading(41, poured - 30),
      ...(heat.alloy.base === 'Al'
        ? [entry(42, 'degas', { minutes: 12, gas: 'argon', flowLMin: 3, drossBeforeG: 31, drossAfterG: 18 })]
        : []),
      reading(45, poured + 12),
      entry(47, 'skim', { massG: heat.pour.drossG }),
      reading(50, poured),
    ]
    const lookedAt = Object.fromEntries(POUR_CHECKLIST.map(({ id }) => [id, at(49)]))
    return { ...heat, weighed, done, log, lookedAt }
  })
}
