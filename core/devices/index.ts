export { parseLine, type DeviceKind, DEVICE_KINDS, type DeviceReading, type LineFault } from './line'
export { FAULTS, type DeviceFault } from './faults'
export {
  simulateAnalyser,
  simulateScale,
  simulateThermocouple,
  type AnalyserSetting,
  type ProbeSetting,
  type ScaleSetting,
} from './simulate'
export { deviceQuerySchema, simulatedLine, type DeviceQuery } from './simulated-line'
export { watchReadings, type Trouble, type TimedReading } from './watch'
