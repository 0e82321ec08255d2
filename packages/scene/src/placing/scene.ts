import {
  frameIn,
  newFramesFrame,
  newRowFrame,
  readFrames,
  rowFrame,
  shapingAlong,
  type FitOutcome,
  type ReadShaping,
  type SampledPath,
  type RowFrame,
} from '@coin-relay/core';
import {
  insideSide,
  laidLength,
  PLAIN_SETTING,
  type JobPiece,
  type LaidRow,
  type ResolvedSetOut,
  type RowLayers,
  type Setting,
  type StandInSpace,
} from '@coin-relay/model';
import { figureBox, type Box } from './box';
import { newPlacingRoom, type PlacingRoom } from './room';
import { riddenBody, type RiddenBody } from './ridden-body';
import { pieceFigure, pieceLayer, placementMode, type PlacementMode } from '../figures/piece-figure';

/** A piece ready to be placed. */
export interface ScenePiece {
  readonly piece: JobPiece;
  readonly mode: PlacementMode;
  readonly layer: 0 | 1;
  readonly setting: Setting;
  /** The pin distance its figure is drawn with, mm. */
  readonly span: number;
  /** x0, y0, x1, y1 of its figure. */
  readonly box: Box;
  /** Where its figure is turned about and set down by: x of the middle between its pins, or 0. */
  readonly middle: number;
  /** As a solid its outline goes up from the plane of the row, and its thickness across the path. */
  readonly stands?: boolean;
}

/** A set-out of what lies on the pieces of another row: each of its pieces is set as the one it lies on. */
export interface LyingSetOut extends ResolvedSetOut {
  /** By the numbers of its pieces. */
  readonly lyingOn: readonly ScenePiece[];
}

/**
 * A fitted row with its set-out, ready to be drawn by whatever draws: what stands where is worked
 * out here once, for the screen and for files alike.
 */
export interface RowScene {
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut | LyingSetOut;
  /** The side of the path its inside lies on: +1 left, −1 right. */
  readonly side: 1 | -1;
  /** The pitch the row really has, mm. */
  readonly span: number;
  readonly pieces: readonly ScenePiece[];
  readonly frame: RowFrame;
  /** The row as it was worked out for every frame, where it is laid anew in each. */
  readonly laid: LaidRow | null;
  readonly room: PlacingRoom;
  /** How what bends changes along the path; null where it stays as it is. */
  readonly shaping: ReadShaping | null;
  /** The same told by places of the row itself, which ride with it. */
  readonly riding: RiddenBody | null;
  /** Where in these it stands. */
  laidAt: number;
  /** The path to ride on as it is now. */
  sampledPath: SampledPath | null;
  /** How its pieces stand in space as its path is now; null where it lies in its plane. */
  stand: StandInSpace | null;
  /** What of it lies over others as it is now. */
  layers: RowLayers | null;
  /** Whole rounds it has gone by. */
  laps: number;
}

export function rowScene(
  fit: FitOutcome,
  setOut: ResolvedSetOut | LyingSetOut,
  laid: LaidRow | null = null,
): RowScene {
  const span = fit.effectivePitch ?? fit.request.pitch;
  const pieces = setOut.pieces.map((piece, number): ScenePiece => {
    if ('lyingOn' in setOut) return { ...setOut.lyingOn[number], piece };
    const seat = placementMode(piece);
    // Carried pieces keep the pitch they were made for; what sits between pins takes the row's, but for
    // those that lie end to end, each as long as it is.
    const own = fit.request.endToEnd
      ? laidLength(piece)
      : seat === 'between-pins'
        ? fit.apart
          ? fit.request.pitch
          : span
        : piece.pitch;
    return {
      piece,
      mode: seat,
      layer: pieceLayer(piece),
      setting: piece.setting ?? PLAIN_SETTING,
      span: own,
      box: figureBox(pieceFigure(piece, own)),
      middle: seat === 'on-pin' ? 0 : own / 2,
    };
  });
  const frame = laid ? newFramesFrame(laid) : newRowFrame(fit.row);
  const scene = {
    fit,
    setOut,
    side: insideSide(fit.layout.path),
    span,
    pieces,
    frame,
    laid,
    room: newPlacingRoom(),
    riding: riddenBody(fit, setOut),
    shaping:
      setOut.shaping && !setOut.shaping.rides
        ? shapingAlong(setOut.shaping.stations, fit.layout.path, setOut.shaping.smooth)
        : null,
    laidAt: 0,
    sampledPath: setOut.sampledPath,
    stand: setOut.stand,
    layers: setOut.layers,
    laps: 0,
  };
  moveScene(scene, 0, 0);
  return scene;
}

/**
 * Moves the scene to where the row stands.
 * @param travel pitches
 * @param frame of the loop, for rows that are laid anew in each
 * @param turned how far the strands of a rope seem to have run on as it turned about itself, pitches
 */
export function moveScene(scene: RowScene, travel: number, frame = 0, turned = 0): void {
  const { laid } = scene;
  const { kind, lap } = scene.fit.row;
  scene.laps = kind === 'ring' ? Math.floor((travel + turned) / lap) : 0;
  if (!laid) {
    rowFrame(scene.fit.row, travel + turned, scene.frame);
    return;
  }
  scene.laidAt = frameIn(laid.frames, frame);
  const { laidAt, setOut } = scene;
  scene.sampledPath = laid.sampledPaths?.[laidAt] ?? setOut.sampledPath;
  const ride = laid.rides?.[laidAt];
  scene.stand = setOut.stand && ride ? { ...setOut.stand, ride } : setOut.stand;
  scene.layers = laid.layers?.[laidAt] ?? setOut.layers;
  readFrames(laid, scene.laidAt, scene.frame);
}

/** What link k of the frame has grown by, where the sizes of pieces breathe. */
export function swollenAt({ laid, laidAt }: RowScene, k: number): number {
  return laid?.swells && laid.sizes.length > 0 ? laid.sizes[laidAt * laid.links + k] : 1;
}

/** The piece by whose outline it is seen what a boundary takes of another: the one that lies on it goes with it. */
export const outlinedBy = ({ setOut, pieces }: RowScene, number: number): ScenePiece =>
  'lyingOn' in setOut ? setOut.lyingOn[number] : pieces[number];

/** The place in the table of link k of the frame; −1 for links that come in before the row, or leave beyond it. */
export function placeOf(scene: RowScene, k: number): number {
  const i = k + scene.frame.firstLink;
  return i >= 0 && i < scene.setOut.table.count ? i : -1;
}

/** The number of the piece that link k of the frame is; −1 where the place is left out. */
export function pieceNumberAt(scene: RowScene, k: number): number {
  const { table } = scene.setOut;
  const i = placeOf(scene, k);
  if (i >= 0) return table.leftOut[i] === 1 ? -1 : table.piece[i];
  const { beyond } = table;
  const n = beyond.length;
  if (n === 0) return -1;
  return beyond[(((k + scene.frame.firstLink) % n) + n) % n];
}
