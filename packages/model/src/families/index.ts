export {
  FAMILIES,
  PieceSchema,
  bandOf,
  behaviourOf,
  familyOf,
  isBand,
  isStiff,
  pitchConflict,
} from './piece';
export type { FamilyId, JobPiece, PieceOf } from './piece';
export type { Band, Family, FamilyWords, ToothedWheel } from './family';
export type { FamilyField } from './fields';
export * from './piece-base';
export { breadthAlong, laidLength, pieceWidth } from './dimensions';
export { withField, withPitch } from './with-pitch';
export { CHAIN_SIZES, chainDimensions } from './roller-chain/sizes';
export type { ChainSize } from './roller-chain/sizes';
export { chainPieces } from './roller-chain/make';
export { ROUND_LINK_SIZES, roundLinkMass } from './round-link/sizes';
export type { RoundLinkSize } from './round-link/sizes';
export { roundLinkPieces } from './round-link/make';
export { BELT_SIZES } from './toothed-belt/sizes';
export type { BeltSize } from './toothed-belt/sizes';
export { beltPieces } from './toothed-belt/family';
export { beadPieces } from './bead/family';
export { charmPieces } from './charm/family';
export { flatTopPieces } from './flat-top/family';
export { lampPieces } from './lamp/family';
export { plainBeltPieces } from './plain-belt/family';
export { plankPieces } from './plank/family';
export { shoePieces } from './track-shoe/family';
export { stitchPieces } from './stitch/family';
export { tubePieces } from './tube/family';
export {
  MOST_OUTLINE_CHARACTERS,
  MOST_OUTLINE_PARTS,
  MOST_OUTLINE_POINTS,
  OutlinePartSchema,
} from './own/outline';
export type { OutlinePart } from './own/outline';
