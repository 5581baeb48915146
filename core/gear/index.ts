export {
  crucibleRefused,
  crucibleWear,
  firingLeftMin,
  FIRST_FIRE_SOURCE,
  RETIRE_SOURCE,
  wantsFirstFire,
  type Wear,
} from './crucible-care'
export {
  FIRST_FIRE,
  firingOf,
  heatingLimit,
  IRON_FROM_STEEL,
  materialOf,
  MATERIALS,
  MATERIAL_SOURCE,
  USUAL_RAMP,
  type FiringStep,
  type HeatingLimit,
  type MaterialFacts,
} from './crucible-materials'
export { ironFromPot, type Standing } from './iron-from-pot'
export {
  CRUCIBLE_HEAT,
  fuelOf,
  FUELS,
  KNOWN_BY_HEATS,
  meltEffort,
  priorEfficiency,
  tellsFromCold,
  type Banded,
  type Fuel,
  type MeltEffort,
} from './furnace'
export { readScale, type ScaleReading, type ScaleTraits } from './scale'
export { scaleFor } from './scale-choice'
export {
  CRUCIBLE_MATERIALS,
  crucibleSchema,
  FUEL_IDS,
  furnaceSchema,
  gearSchema,
  scaleSchema,
  thermocoupleSchema,
  type Crucible,
  type CrucibleCheck,
  type CrucibleMaterial,
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
export { crucibleWeight } from './crucible-weight'
