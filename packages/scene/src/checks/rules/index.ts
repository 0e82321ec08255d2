import { bandFolds } from './band-folds';
import { bendsSidewise } from './bends-sidewise';
import { bendTooTight } from './bend-too-tight';
import { brokenPattern } from './broken-pattern';
import { brokenTurn } from './broken-turn';
import { cannotPass } from './cannot-pass';
import { cutWheel } from './cut-wheel';
import { doesNotClose } from './does-not-close';
import { fansInBend } from './fans-in-bend';
import { fewTeeth } from './few-teeth';
import { frameLost } from './frame-lost';
import { lettersOver } from './letters-over';
import { lostAnchor } from './lost-anchor';
import { missedWheel } from './missed-wheel';
import { neighboursCut } from './neighbours-cut';
import { notBack } from './not-back';
import { notWorkedOut } from './not-worked-out';
import { oddCount } from './odd-count';
import { pitchFarOff } from './pitch-far-off';
import { rodTooShort } from './rod-too-short';
import { ropeTooShort } from './rope-too-short';
import { rowsCut } from './rows-cut';
import { seam } from './seam';
import { springLimits } from './spring-limits';
import { showsFacets } from './shows-facets';
import { tooClose } from './too-close';
import { tooFast } from './too-fast';
import { tooSteep } from './too-steep';
import { turnsDoNotMeet } from './turns-do-not-meet';
import { turnsTooFar } from './turns-too-far';
import { withoutPlace } from './without-place';

/** Every rule there is, in the order in which what they find is told. */
export const RULES = [
  cannotPass,
  doesNotClose,
  missedWheel,
  cutWheel,
  tooClose,
  fewTeeth,
  tooSteep,
  turnsTooFar,
  bendsSidewise,
  frameLost,
  turnsDoNotMeet,
  neighboursCut,
  rowsCut,
  fansInBend,
  bandFolds,
  showsFacets,
  lettersOver,
  oddCount,
  withoutPlace,
  brokenTurn,
  bendTooTight,
  brokenPattern,
  pitchFarOff,
  seam,
  tooFast,
  rodTooShort,
  lostAnchor,
  notBack,
  springLimits,
  ropeTooShort,
  notWorkedOut,
] as const;
