export { CHAIN_SIZES } from './roller-chain';
export type { ChainSize } from './roller-chain';
export { BELT_SIZES } from './toothed-belt';
export type { BeltSize } from './toothed-belt';
export { beltPieces, chainPieces, shoePieces, withPitch } from './make';
export { pieceWidth } from './width';
