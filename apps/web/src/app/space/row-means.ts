import type { FitOutcome } from '@coin-relay/core';
import type { JobPiece, LaidRow, ResolvedSetOut } from '@coin-relay/model';
import type { Matrix4 } from 'three';
import type { Picked } from '../session/spot-picks.service';
import type { AskSolid } from './ask-solids';
import type { InkSize } from './ink';
import type { SolidBody } from './solid-body';
import type { Textures } from './textures';
import { TriangleBudget, type Allows } from './triangle-budget';

/** What rows are made with. */
export interface Means {
  readonly ink: InkSize;
  readonly ask: AskSolid;
  /** Pictures on pieces; none are laid without. */
  readonly textures?: Textures;
  /** Told when something more stands there. */
  readonly changed: () => void;
}

/** How much of it a row may draw at the most. */
export interface Room {
  /** Of boxes that stand for its links. */
  readonly boxes: Allows;
  /** Of its links as they are, with their outlines, shared with the other rows. */
  readonly budget: TriangleBudget;
  /** Of each body of what bends: they are written anew for each frame. */
  readonly corners: number;
}

export const ALL_ROOM: Room = {
  boxes: () => true,
  budget: new TriangleBudget(() => true),
  corners: Infinity,
};

/** How a row is shown: where it has too much of what is to be drawn, with less. */
export type Shown = 'whole' | 'boxes' | 'line';

/** Where a row stands. */
export interface Stand {
  /** How far in front of its plane, mm. */
  readonly z: number;
  /** What takes its plane to where that is; null where it is the drawing. */
  readonly plane: Matrix4 | null;
  /** Where it is a twin, what turns the row over to where the twin stands; it is seen, not picked. */
  readonly over: Matrix4 | null;
}

export const IN_THE_DRAWING: Stand = { z: 0, plane: null, over: null };

/** A row as it is fitted. */
export interface FittedRow {
  readonly run: string;
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly sequence: readonly JobPiece[];
  readonly laid: LaidRow | null;
}

/** Copies of one solid, and what each of them is. */
export interface Standing {
  readonly body: SolidBody;
  count(): number;
  picked(copy: number): Picked | null;
  /** For each copy 1 where a boundary may cut it; nothing where none ever does. */
  readonly near?: Float32Array;
}
