export { gatingSchema, gatingVolume, USUAL_GATING, type Gating } from './gating'
export { gatingMass, metalNeeded, weighNeed } from './metal-needed'
export {
  likelyUnits,
  MESH_UNITS,
  MM_PER,
  partFigures,
  PATTERN_MATERIALS,
  partSchema,
  partsVolume,
  type MeshUnitName,
  type Part,
  type PartFigures,
  type PartSource,
} from './parts'
export { patternLength } from './pattern-size'
export { pourOrder } from './pour-order'
export { POUR_CHECKLIST, POUR_CHECKLIST_SOURCE, type PourCheck } from './pour-checklist'
export { RISER_SOURCE, riserFor, riserFreezesFirst, type Riser, type RiserAsk } from './riser'
export { SAND_MIXES, sandBatch, type SandBatch, type SandMix } from './sand'
export { metalNeedSchema, type MetalNeed } from './schema'
export { checkSections, SECTION_SOURCE, type SectionCheck } from './section-checks'
export { bodyFigures, SHAPES, type BodyFigures, type ShapeId } from './shapes'
export {
  chvorinovConstant,
  COOL_DOWN_SOURCE,
  coolDownMin,
  modulus,
  MOULD_SOURCE,
  MOULDS,
  sectionModulus,
  type FreezingMetal,
  type MouldId,
} from './solidification'
