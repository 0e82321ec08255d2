import { bead } from './bead/family';
import { charm } from './charm/family';
import { flatTop } from './flat-top/family';
import { lamp } from './lamp/family';
import { own } from './own/family';
import { plainBelt } from './plain-belt/family';
import { plank } from './plank/family';
import { rollerChain } from './roller-chain/family';
import { roundLink } from './round-link/family';
import { stitch } from './stitch/family';
import { toothedBelt } from './toothed-belt/family';
import { trackShoe } from './track-shoe/family';
import { tube } from './tube/family';
import type { FamilyId, PieceOf } from './schemas';
import type { Family } from './family';

/** Every family there is, in the order it is offered in. One that is missing does not compile. */
export const FAMILIES = {
  'roller-chain': rollerChain,
  'round-link': roundLink,
  'flat-top': flatTop,
  'track-shoe': trackShoe,
  'toothed-belt': toothedBelt,
  'plain-belt': plainBelt,
  stitch,
  plank,
  bead,
  lamp,
  charm,
  tube,
  own,
} as const satisfies { readonly [F in FamilyId]: Family<PieceOf<F>> };
