export { ALLOYS, findAlloy } from './library'
export { nominalOf, nominalWhole, solidDensity } from './nominal'
export {
  alloySchema,
  GROUPS,
  limitSchema,
  limitsSchema,
  PRACTICES,
  type Alloy,
  type AlloyGroup,
  type Limit,
  type Limits,
  type Practice,
} from './schema'
export { baseMetal } from './base-metal'
export { hasLimits } from './has-limits'
export { outsideOf, type Outside } from './outside'
export { orderedLimits } from './ordered-limits'
export { gradeComposition } from './grade-composition'
export { alloyFaults, limitsFromNominal, targetFromAssay, type AlloyFault } from './own-alloy'
export { searchAlloys } from './search-alloys'
export { shortName } from './short-name'
export { zincLeast, zincWanted } from './zinc'
