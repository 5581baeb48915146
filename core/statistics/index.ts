export { seededRandom, type SeededRandom } from './random'
export { pValue } from './chi-square'
