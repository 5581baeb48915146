export { countAt, wordsOf } from './count-words'
export { GRAMS_PER, pricePer, priceUnit } from './mass-units'
export { atLeast, atMost, formatMass, shownStepG, type FormattedMass } from './format-mass'
export { formatLength, MM_IN, parseLength } from './length'
export { parseCrucibleNumber } from './crucible-number'
export { parseVolume } from './volume'
export { decimalMarkOf, parseDecimal, parseShare } from './parse-decimal'
export { parseMass, poundsOrOunces, UNIT_WORDS } from './parse-mass'
export { weighingStep } from './weighing-step'
export { formatTemperature, fromCelsius, parseTemperature, toCelsius } from './temperature'
export type {
  DecimalMark,
  LengthUnit,
  MassUnit,
  Parsed,
  QuantityProblem,
  TemperatureUnit,
  UnitChoice,
} from './types'
