import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/furnaces.json'
import { FUEL_IDS, type FuelId, type Furnace } from './schema'

const share = z.number().positive().max(1)
const fuelSchema = z.strictObject({
  id: z.enum(FUEL_IDS),
  name: z.string(),
  unit: z.enum(['kg', 'kWh']),
  mjPerUnit: z.number().positive(),
  /** of furnaces that burn it, from and to, fraction */
  efficiency: z.tuple([share, share]),
  source: z.string(),
})
export type Fuel = z.infer<typeof fuelSchema>

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    fuels: z.array(fuelSchema),
    crucibleHeatKJkgK: z.strictObject({ value: z.number().positive(), source: z.string() }),
  }),
  file,
)
export const FUELS: readonly Fuel[] = table.fuels
/** kJ/(kg·K) of a clay-graphite crucible, with its source. */
export const CRUCIBLE_HEAT = table.crucibleHeatKJkgK

/**
 * The fuel by its id.
 * @example fuelOf('electric').unit // 'kWh'
 */
export function fuelOf(id: FuelId): Fuel {
  return FUELS.find((fuel) => fuel.id === id)!
}

/** A figure with the band it lies in. */
export interface Banded {
  low: number
  mid: number
  high: number
}

/**
 * Efficiency of a furnace before any heat was logged: its own where it was told, else that of its kind.
 * @returns fraction of the heat put in that ends in metal and crucible; the middle is geometric
 * @example priorEfficiency({ fuel: 'propane', efficiency: 0.2 }).high // 0.25
 */
export function priorEfficiency({ fuel, efficiency }: Pick<Furnace, 'fuel' | 'efficiency'>): Banded {
  if (efficiency !== null)
    return { low: 0.8 * efficiency, mid: efficiency, high: Math.min(1, 1.25 * efficiency) }
  const [low, high] = fuelOf(fuel).efficiency
  return { low, mid: Math.sqrt(low * high), high }
}

/** From so many of its heats on a furnace is known by them. */
export const KNOWN_BY_HEATS = 2

/**
 * Whether the share of its heat that ends in the metal tells how long a furnace takes from cold. One that is plugged in
 * warms its walls for longer than that, unless its heats or its owner told the share.
 * @param heats of it that are known
 * @source a kiln of 3.2 kW took 195 minutes to 740 °C (common practice, no source): several times what 60 to 85 % would
 * @example tellsFromCold({ fuel: 'electric', efficiency: null }, 0) // false
 */
export const tellsFromCold = (
  { fuel, efficiency }: Pick<Furnace, 'fuel' | 'efficiency'>,
  heats: number,
): boolean => heats >= KNOWN_BY_HEATS || efficiency !== null || fuel !== 'electric'

export interface MeltEffort {
  /** into metal and crucible, kJ */
  heatKJ: number
  /** kg or kWh */
  fuel: Banded
  cost: Banded
  minutes: Banded
}

/**
 * Fuel, cost and time to bring a charge to the pour.
 * @param heatKJ that metal and crucible must take up
 * @param putInKJ that has to be put in for it
 * @source energy balance; heat of the fuels in data/furnaces.json
 */
export function meltEffort(
  furnace: Pick<Furnace, 'fuel' | 'powerKw' | 'pricePerUnit'>,
  heatKJ: number,
  putInKJ: Banded,
): MeltEffort {
  const band = (of: (kJ: number) => number): Banded => ({
    low: of(putInKJ.low),
    mid: of(putInKJ.mid),
    high: of(putInKJ.high),
  })
  const { mjPerUnit } = fuelOf(furnace.fuel)
  return {
    heatKJ,
    fuel: band((kJ) => kJ / 1000 / mjPerUnit),
    cost: band((kJ) => (kJ / 1000 / mjPerUnit) * furnace.pricePerUnit),
    minutes: band((kJ) => kJ / furnace.powerKw / 60),
  }
}
