export { type DeviceId } from './entry'
export { answerQuestion, openQuestions, takeUpdate, type OpenQuestion, type Touched } from './hear'
export { readRecord, recordNames } from './read'
export { writeRecords, type Writing } from './write'
export {
  cutInPieces,
  deviceWordSchema,
  FRAME_BYTES,
  joinPieces,
  MOST_BYTES,
  NO,
  packPiece,
  PIECE_BYTES,
  relayWordSchema,
  signedText,
  unpackPiece,
  type DeviceWord,
  type Kind,
  type No,
  type Piece,
  type RelayWord,
} from './wire'
export { headsOf, meetHeads, openSharedYard, type Heads, type SharedYard } from './shared-yard'
