import { bead } from './bead/family';
import { charm } from './charm/family';
import { flatTop } from './flat-top/family';
import { lamp } from './lamp/family';
import { own } from './own/family';
import { plainBelt } from './plain-belt/family';
import { plank } from './plank/family';
import { rollerChain } from './roller-chain/family';
import { rope } from './rope/family';
import { roundLink } from './round-link/family';
import { stitch } from './stitch/family';
import { swept } from './swept/family';
import { toothedBelt } from './toothed-belt/family';
import { trackShoe } from './track-shoe/family';
import { tube } from './tube/family';
import type { FamilyField, PieceFrom } from './fields';

/** Every family there is, in the order it is offered in. */
const ALL = [
  rollerChain,
  roundLink,
  flatTop,
  trackShoe,
  toothedBelt,
  plainBelt,
  swept,
  rope,
  stitch,
  plank,
  bead,
  lamp,
  charm,
  tube,
  own,
] as const;

type AnyFamily = (typeof ALL)[number];

type PieceIn<F> = F extends {
  id: infer Id extends string;
  fields: infer Fields extends readonly FamilyField[];
}
  ? PieceFrom<Id, Fields>
  : never;

/** A piece of a job: the union of the pieces of all families. */
export type JobPiece = PieceIn<AnyFamily>;
export type FamilyId = AnyFamily['id'];
export type PieceOf<F extends FamilyId> = Extract<JobPiece, { family: F }>;

export const FAMILIES = Object.fromEntries(ALL.map((family) => [family.id, family])) as {
  readonly [F in FamilyId]: Extract<AnyFamily, { id: F }>;
};
