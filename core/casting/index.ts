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
export { castingLength, patternLength } from './pattern-size'
export { pourOrder } from './pour-order'
export { POUR_CHECKLIST, POUR_CHECKLIST_SOURCE, type PourCheck } from './pour-checklist'
export { RISER_SOURCE, riserFor, riserFreezesFirst, type Riser, type RiserAsk } from './riser'
export { SAND_MIXES, sandBatch, type SandBatch, type SandMix } from './sand'
export { metalNeedSchema, MOULD_IDS, type MetalNeed, type MouldId } from './schema'
export { checkSections, SECTION_SOURCE, wantsFeeding, type SectionCheck } from './section-checks'
export { bodyFigures, SHAPES, type BodyFigures, type ShapeId } from './shapes'
export {
  COOL_DOWN_SOURCE,
  coolDownMin,
  freezingLaw,
  freezingTime,
  modulus,
  MOULD_CARE_SOURCE,
  MOULD_SOURCE,
  mouldHeat,
  MOULDS,
  sectionModulus,
  type FreezingLaw,
  type FreezingMetal,
} from './solidification'
export { PARTING } from './parting'
export { allowanceFor, runsShort } from './run-short'
export { stopLine } from './stop-line'
export {
  alloyCastability,
  CAST_TRAITS,
  CASTABILITY_SOURCES,
  castability,
  castsBadly,
  helped,
  WHAT_HELPS,
  type Castability,
  type CastMetal,
  type CastTrait,
  type TraitGrade,
} from './castability'
export {
  chillThickness,
  effectiveHead,
  gatingSystem,
  interruptedAt,
  POURING_SOURCES,
  pourPlan,
  riserNeck,
  runsOn,
  usualPourTime,
  type GateAt,
  type GatingSystem,
  type Neck,
  type PourAsk,
  type PourPlan,
} from './pouring'
export { pieceModulus, rulingModulus, type ModulusSpan } from './piece-modulus'
