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

/** Every family there is, in the order it is offered in. */
export const ALL_FAMILIES = [
  rollerChain,
  roundLink,
  flatTop,
  trackShoe,
  toothedBelt,
  plainBelt,
  stitch,
  plank,
  bead,
  lamp,
  charm,
  tube,
  own,
] as const;
