import type { AlsoAsked } from '@coin-relay/model';
import { detailsOf, type DetailsAnswer } from './details-answer';
import {
  DEFAULT_REQUEST,
  distance,
  fitCandidates,
  fitRow,
  hang,
  holonomy,
  inspectPath,
  isSpatial,
  layOut,
  measurePath,
  measureSection,
  measureSpacePath,
  mirrorContour,
  newReading,
  pathBounds,
  pathReader,
  pieceFrames,
  placeArcs,
  spaceBounds,
  wrapInto,
  RelayError,
  sagOf,
  worstPitchChange,
  type Candidate,
  type FitOutcome,
  type FitRequest,
  type SectionMeasures,
  type FittedSection,
  type HangBy,
  type MeasuredPath,
  type PieceFrame,
  type UpRule,
  type Vec,
  type Vec3,
} from '@coin-relay/core';
import { readDrawing, type Drawing, type DrawingFormat, type Skipped } from '@coin-relay/formats';
import { bandRings } from '@coin-relay/scene';
import { loadSource, type AskedSource, type LoadedSource } from './source';

/**
 * Length, tightest bend (null where all is straight), number of corners, and bounds x0, y0, x1, y1; of paths in space
 * x0, y0, z0, x1, y1, z1, and of closed ones what the least-twist frame comes back turned by, radians.
 */
export interface MeasureAnswer {
  readonly length: number;
  readonly closed: boolean;
  readonly minRadius: number | null;
  readonly corners: number;
  readonly bounds: readonly number[];
  readonly holonomy?: number;
  /** Of the section of a row of a job that is a band: its area, mm², its centroid and box, mm, and how far it is round, mm. */
  readonly section?: SectionMeasures;
}

/** How far chords may stray from what is round on a section that is measured, mm. */
const SECTION_TOLERANCE = 1e-4;

/** Measures a path. Each toothed wheel is taken as a sprocket of its own pitch. */
export function measureAnswer(given: AskedSource): MeasureAnswer {
  const { source, request, band } = loadSource(given);
  const pitch = request?.pitch ?? 1;
  const { path } = layOut(source, pitch, request?.pieces ?? 'stiff', { toothPitch: pitch, scale: 1 });
  const { length, closed, minRadius, corners, bounds } = inspectPath(path);
  const inSpace = isSpatial(path);
  return {
    length,
    closed,
    minRadius,
    corners: corners.length,
    bounds: inSpace ? spaceBounds(path) : bounds,
    ...(inSpace && closed ? { holonomy: holonomy(path) } : {}),
    ...(band ? { section: measureSection(bandRings(band, SECTION_TOLERANCE)) } : {}),
  };
}

/** The numbers of a fit, with the places where links cannot pass and the wheels missed, if any. */
export type FitAnswer = Pick<
  FitOutcome,
  'length' | 'ideal' | 'count' | 'effectivePitch' | 'pitchChange' | 'scale' | 'gap' | 'ripplePpm' | 'closes'
> & { readonly pitch: number } & Partial<
    Pick<FitOutcome, 'obstacles'> & {
      readonly travel: number;
      readonly spare: number;
      readonly sag: number;
      readonly apart: {
        readonly factor: number;
        readonly gap: number;
        /** Of every piece, before the factor, where they are drawn by weight. */
        readonly lengths?: readonly number[];
      };
      readonly withinTolerance: boolean;
      readonly gapBefore: number;
      readonly sections: readonly FittedSection[];
      readonly candidates: readonly CandidateAnswer[];
    } & {
      missed: FitOutcome['layout']['missed'];
      details: DetailsAnswer;
    }
  >;

/** What another count would cost. */
type CandidateAnswer = Omit<Candidate, 'takeUp'> & {
  /** How far the wheel that gives way moves, mm. */
  readonly travel: number | null;
  readonly withinTolerance?: boolean;
};

/** @throws RelayError request-invalid, also where the tolerance is none */
export function fitAnswer(
  given: AskedSource,
  asked: Partial<FitRequest>,
  { candidates, tolerance, details }: AlsoAsked = {},
): FitAnswer {
  if (tolerance !== undefined && !(tolerance > 0 && tolerance <= 1)) {
    throw new RelayError(
      'request-invalid',
      `The tolerance is more than 0 % and at most 100 %; it was given as ${tolerance * 100} %. Where the pitch must not change, let the path or a wheel give way.`,
      { field: 'tolerance' },
    );
  }
  const within = (change: number | null): { withinTolerance?: boolean } =>
    tolerance === undefined ? {} : { withinTolerance: change !== null && Math.abs(change) <= tolerance };
  const loaded = loadSource(given);
  const request = completeRequest(loaded, asked);
  const outcome = fitRow(loaded.source, request);
  if (details && isSpatial(outcome.layout.path)) {
    throw new RelayError(
      'request-invalid',
      'Details are told of paths in the plane; leave them out for this one.',
      {
        field: 'details',
      },
    );
  }
  const { length, ideal, count, effectivePitch, pitchChange, scale, gap, ripplePpm, closes } = outcome;
  return {
    length,
    ideal,
    count,
    pitch: request.pitch,
    effectivePitch,
    pitchChange,
    scale,
    gap,
    ripplePpm,
    closes,
    ...(outcome.gapBefore !== 0 ? { gapBefore: outcome.gapBefore } : {}),
    ...(outcome.sections ? { sections: outcome.sections } : {}),
    ...(outcome.takeUp !== null ? { travel: outcome.takeUp } : {}),
    ...(outcome.spare !== null ? { spare: outcome.spare, sag: sagOf(outcome) } : {}),
    ...(outcome.apart ? { apart: apartOf(outcome.apart, request) } : {}),
    ...within(worstPitchChange(outcome)),
    ...(candidates === undefined
      ? {}
      : {
          candidates: fitCandidates(loaded.source, request, outcome.count, candidates).map(
            ({ takeUp, ...candidate }): CandidateAnswer => ({
              ...candidate,
              travel: takeUp,
              ...within(candidate.pitchChange),
            }),
          ),
        }),
    ...(details ? { details: detailsOf(outcome) } : {}),
    ...(outcome.obstacles.length > 0 ? { obstacles: outcome.obstacles } : {}),
    ...(outcome.layout.missed.length > 0 ? { missed: outcome.layout.missed } : {}),
  };
}

function apartOf(
  { factor, gap, lengths }: NonNullable<FitOutcome['apart']>,
  { endToEnd }: FitRequest,
): FitAnswer['apart'] {
  return { factor, gap, ...(endToEnd?.order?.by === 'weight' ? { lengths } : {}) };
}

export interface PlaceAnswer {
  readonly count: number;
  /** Which position within a pitch of travel it is: from 0 up to 1. */
  readonly phase: number;
  /** x, y, mm; of paths in space x, y, z. */
  readonly pins: readonly (readonly number[])[];
  /** Of each pin along the path, mm; round a closed one from its start. */
  readonly arc: readonly number[];
  /** Straight distance from each pin to the next, mm; round a closed row the last one to the first. */
  readonly chords: readonly number[];
  /** Of each piece, where they were asked for: its first pin, and unit vectors along its chord, up on it, and square to both. */
  readonly frames?: readonly FrameAxes[];
  /** Stretches where up is along the path, so that the least twist is kept there, mm. */
  readonly lost?: readonly (readonly [from: number, to: number])[];
  /** What the least-twist frame of a closed path came back turned by before that was spread along it, radians. */
  readonly holonomy?: number;
}

type Triple = readonly [number, number, number];
interface FrameAxes {
  readonly origin: Triple;
  readonly x: Triple;
  readonly y: Triple;
  readonly z: Triple;
}

/** The pins after some travel, in pitches: N for a closed row of N pieces, N + 1 otherwise. */
export function placeAnswer(
  given: AskedSource,
  asked: Partial<FitRequest>,
  travel: number,
  up?: UpRule,
): PlaceAnswer {
  const outcome = fitGiven(given, asked);
  const { path } = outcome.layout;
  const places = placeArcs(outcome, travel);
  const inSpace = isSpatial(path);
  const points = placesInSpace(path, places);
  const ring = outcome.row.kind === 'ring';
  const following = ring ? [...points.slice(1), points[0]] : points.slice(1);
  return {
    count: outcome.count,
    phase: travel - Math.floor(travel),
    pins: points.map(([x, y, z]) => (inSpace ? [x, y, z] : [x, y])),
    arc: Array.from(places, (s) => (path.closed ? wrapInto(s, path.length) : s)),
    chords: following.map(([x, y, z], i) =>
      inSpace
        ? Math.hypot(x - points[i][0], y - points[i][1], z - points[i][2])
        : Math.hypot(x - points[i][0], y - points[i][1]),
    ),
    ...(up ? framesAnswer(pieceFrames(path, places, ring, up)) : {}),
    ...(up?.by === 'least-twist' && path.closed ? { holonomy: holonomy(path) } : {}),
  };
}

function placesInSpace(path: MeasuredPath, places: Float64Array): Triple[] {
  const read = pathReader(path);
  const at = newReading();
  return Array.from(places, (s): Triple => {
    read(s, at);
    return [at[0], at[1], at[5]];
  });
}

function framesAnswer({
  frames,
  lost,
}: ReturnType<typeof pieceFrames>): Pick<PlaceAnswer, 'frames' | 'lost'> {
  return {
    frames: frames.map(axesOf),
    ...(lost.length > 0 ? { lost: lost.map(({ from, to }) => [from, to] as const) } : {}),
  };
}

function axesOf({ origin, x, y, z }: PieceFrame): FrameAxes {
  const of = (v: Vec3): Triple => [v.x, v.y, v.z];
  return { origin: of(origin), x: of(x), y: of(y), z: of(z) };
}

function fitGiven(given: AskedSource, asked: Partial<FitRequest>): FitOutcome {
  const loaded = loadSource(given);
  return fitRow(loaded.source, completeRequest(loaded, asked));
}

/** What was asked for, then what the job says, then the defaults. */
function completeRequest(loaded: LoadedSource, asked: Partial<FitRequest>): FitRequest {
  const pitch = asked.pitch ?? loaded.request?.pitch;
  if (pitch === undefined)
    throw new RelayError('request-invalid', 'Give the pitch, in mm.', { field: 'pitch' });
  const base: FitRequest = loaded.request ?? { ...DEFAULT_REQUEST, pitch };
  const said = Object.entries(asked).filter(([, value]) => value !== undefined);
  return { ...base, ...Object.fromEntries(said), pitch };
}

/** A line of a drawing, as it is listed; bounds x0, y0, x1, y1 in the axes of the file, of one in space x0, y0, z0, x1, y1, z1. */
export interface ContourAnswer {
  readonly id: string;
  readonly length: number;
  readonly closed: boolean;
  readonly bounds: readonly number[];
}

/** A file of lines: as its text, or, of a binary glTF, what was read of it. */
export type DrawnFile =
  | { readonly format: DrawingFormat; readonly text: string }
  | { readonly format: 'glb'; readonly drawing: Drawing };

/** The lines of a drawing, of a table of points or of a file of solids, each as it stands there. */
export function contoursAnswer(file: DrawnFile): {
  contours: ContourAnswer[];
  leftOut: readonly Skipped[];
} {
  const { contours, inSpace, skipped } =
    file.format === 'glb' ? file.drawing : readDrawing(file.format, file.text);
  return {
    contours: [
      ...contours.map(({ id, length, closed, contour }) => ({
        id,
        length,
        closed,
        bounds: pathBounds(measurePath(file.format === 'svg' ? mirrorContour(contour) : contour)),
      })),
      ...inSpace.map(({ id, length, closed, line }) => ({
        id,
        length,
        closed,
        bounds: spaceBounds(measureSpacePath(line)),
      })),
    ],
    leftOut: skipped,
  };
}

const heightOf = (at: Vec | Vec3): number => ('z' in at ? at.z : 0);

/** A hanging row: its length, its greatest depth below the line between its anchors, and a of its catenary. */
export interface HangAnswer {
  readonly length: number;
  readonly sag: number;
  readonly a: number;
}

/** Between anchors of the plane, y up; or of space, z up, in the upright plane through both. */
export function hangAnswer(from: Vec | Vec3, to: Vec | Vec3, how: HangBy): HangAnswer {
  const inSpace = 'z' in from || 'z' in to;
  const { length, sag, piece } = inSpace
    ? hang({ x: 0, y: 0 }, { x: distance(from, to), y: heightOf(to) - heightOf(from) }, how)
    : hang(from, to, how);
  return { length, sag, a: piece.a };
}
