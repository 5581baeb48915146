export {
  crucibleRefused,
  crucibleWear,
  firingLeftMin,
  FIRST_FIRE,
  FIRST_FIRE_SOURCE,
  RETIRE_SOURCE,
  wantsFirstFire,
  type FiringStep,
  type Wear,
} from './crucible-care'
export {
  CRUCIBLE_HEAT,
  fuelOf,
  FUELS,
  meltEffort,
  priorEfficiency,
  type Banded,
  type Fuel,
  type MeltEffort,
} from './furnace'
export { readScale, type ScaleReading, type ScaleTraits } from './scale'
export { scaleFor } from './scale-choice'
export {
  crucibleSchema,
  FUEL_IDS,
  furnaceSchema,
  gearSchema,
  scaleSchema,
  thermocoupleSchema,
  type Crucible,
  type CrucibleCheck,
  type FixedPointCheck,
  type FuelId,
  type Furnace,
  type Gear,
  type GearType,
  type IngotMould,
  type Scale,
  type Thermocouple,
} from './schema'
export { correctReading, FIXED_POINT_SOURCE, FIXED_POINTS, offsets, type Offset } from './thermocouple'
export { mouldTare, type MouldTare } from './mould-tare'
