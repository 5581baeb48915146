export { combineReadings, type Measured } from './combine'
export { methodSpread } from './method-spread'
export {
  assaySchema,
  elementReadingSchema,
  METHODS,
  type Assay,
  type ElementReading,
  type Method,
} from './reading'
export { judge, SURE, type Call, type LimitVerdict, type Verdict } from './verdict'
export { formatReading, parseReading } from './parse-reading'
export { wholeComposition } from './whole-composition'
export { measuredComposition } from './measured-composition'
export { outliers, type Outlier } from './outliers'
