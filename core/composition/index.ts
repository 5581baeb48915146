export { blendDensity } from './density'
export { ELEMENTS, SYMBOLS, UNIDENTIFIED, type ElementFacts } from './elements'
export { mix, type Portion } from './mix'
export {
  compositionSchema,
  elementSchema,
  spreadSchema,
  sumPct,
  unidentifiedPct,
  type Composition,
  type Spread,
} from './schema'
