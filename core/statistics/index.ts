export { seededRandom, type SeededRandom } from './random'
