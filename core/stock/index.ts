export { labelShares, labelState, labelText } from './bin-label'
export { binsTogether, mainMetal, type BinsOfMetal, type BinsTogether } from './bins'
export { isVirgin, lotYield, toChargeLot, type FormYields } from './charge-lot'
export { spreadFor } from './knowledge-spread'
export {
  COATINGS,
  KNOWLEDGE,
  LOT_KINDS,
  lotSchema,
  type Coating,
  type Knowledge,
  type Lot,
  type LotKind,
  type LotMove,
} from './schema'
export {
  CLUE_SOURCE,
  CLUES,
  identify,
  suspectDensity,
  type Clue,
  type Findings,
  type Identification,
  type Suspect,
} from './identify'
export { mergeLots, type MergedMetal } from './merge-lots'
export { blendOfGuesses, SCRAP_BOOK, type LikelyMetal, type ScrapSource } from './scrap-book'
export { isOpen, knownBy, questionOf, withClue, type ScrapQuestion } from './scrap-question'
export { twoMetalShare, waterDensity, weighInWater, type TwoMetal } from './weigh-in-water'
export { formatPieces, parsePieces, piecesLeft, PIECES_MOST } from './pieces'
export { newLot, type LotDraft } from './new-lot'
export { moveMetal, splitLot } from './move-metal'
export { countThinWare, THIN_WARE, type ThinWare, type ThinWareCount } from './cans'
