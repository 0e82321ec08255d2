import { BeadSchema } from './bead/schema';
import { CharmSchema } from './charm/schema';
import { FlatTopSchema } from './flat-top/schema';
import { LampSchema } from './lamp/schema';
import { OwnSchema } from './own/schema';
import { PlainBeltSchema } from './plain-belt/schema';
import { PlankSchema } from './plank/schema';
import { RollerChainSchema } from './roller-chain/schema';
import { RoundLinkSchema } from './round-link/schema';
import { StitchSchema } from './stitch/schema';
import { ToothedBeltSchema } from './toothed-belt/schema';
import { TrackShoeSchema } from './track-shoe/schema';
import { TubeSchema } from './tube/schema';
import * as z from 'zod';

/**
 * The schemas of the pieces of every family. They stand apart from the families, as what is shown
 * needs no schema; a family that is in one list only does not compile.
 */
export const ALL_SCHEMAS = [
  RollerChainSchema,
  RoundLinkSchema,
  FlatTopSchema,
  TrackShoeSchema,
  ToothedBeltSchema,
  PlainBeltSchema,
  StitchSchema,
  PlankSchema,
  BeadSchema,
  LampSchema,
  CharmSchema,
  TubeSchema,
  OwnSchema,
] as const;

/** A piece of a job: the union of the pieces of all families. */
export type JobPiece = z.infer<(typeof ALL_SCHEMAS)[number]>;
export type FamilyId = JobPiece['family'];
export type PieceOf<F extends FamilyId> = Extract<JobPiece, { family: F }>;

type AnySchema = (typeof ALL_SCHEMAS)[number];

/** A piece of a job: its family decides what it has. */
export const PieceSchema = z.discriminatedUnion('family', [...ALL_SCHEMAS] as [AnySchema, ...AnySchema[]]);
