export { readScale, type ScaleReading, type ScaleTraits } from './scale'
