import {
  contourInto,
  spacePointsOf,
  writePathData,
  type Contour,
  type FreeContour,
  type SpaceDrawn,
} from '@coin-relay/core';
import {
  drawingFormat,
  inPlanes,
  isInSpace,
  joinDrawing,
  outlineFromLines,
  readDrawing,
  turnedUp,
  type Drawing,
  type JoinedLine,
  type Skipped,
  type TurnUp,
} from '@coin-relay/formats';
import type { Bundle } from '@coin-relay/formats/job-bundle';
import { MOST_DRAWN_POINTS, planeMap, type OutlinePart, type PathPlane } from '@coin-relay/model';
import { previewData, seenAlong, viewBox, type LineView, type ViewBox, type ViewedLine } from './line-views';
import { repliedLater, type Reply } from './reply';

/** Digits that coordinates of the plane are kept to: a millionth of a micrometre. */
const DIGITS = 9;

/** A line as a path takes it: path data in a plane, or points in space. */
export type LineGiven =
  | { readonly kind: 'flat'; readonly data: string; readonly plane: PathPlane | null }
  | { readonly kind: 'space'; readonly points: SpaceDrawn['points'] };

/** A line of a file as it is offered. */
export interface OfferedLine {
  readonly id: string;
  readonly length: number;
  readonly closed: boolean;
  /** Of how many pieces it is made. */
  readonly parts: number;
  readonly given: LineGiven;
  readonly seen: ViewedLine;
}

/** What a file holds, its lines joined where they meet. */
export interface ReadResult {
  /** The longest lines, up to `MOST_OFFERED`. */
  readonly lines: readonly OfferedLine[];
  /** How many lines there are in all. */
  readonly count: number;
  readonly skipped: readonly Skipped[];
  readonly millimetresPerUnit: number;
  readonly physical: boolean;
  /** Whether the file leaves the plane, so that it can be seen from more than one side. */
  readonly leavesPlane: boolean;
  /** The box of the offered lines in each view; null where there is none. */
  readonly boxes: Readonly<Record<LineView, ViewBox | null>>;
  /** What joining closed; null where nothing was joined. */
  readonly joined: { readonly lines: number; readonly parts: number; readonly widest: number } | null;
}

/** A file to be read. */
export interface FileOfLines {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Lines offered of a file, the longest ones; the others are counted. */
export const MOST_OFFERED = 300;

/** Tells what is being done. */
export type Stage = (words: string) => void;

/** The work of the thread that reads files; it keeps the file it read last. Tested without a worker. */
export function fileTasks() {
  let last: (FileOfLines & { readonly drawing: Drawing }) | null = null;

  const read = async (file: FileOfLines): Promise<Drawing> => {
    if (last?.name !== file.name || !isSame(last.bytes, file.bytes))
      last = { ...file, drawing: await drawingIn(file) };
    return last.drawing;
  };

  return {
    /** Reads a file of lines; those whose ends meet within the tolerance (mm) are joined. */
    readLines(
      file: FileOfLines,
      tolerance: number,
      turn: TurnUp = 'as-it-is',
      stage?: Stage,
    ): Promise<Reply<ReadResult>> {
      return repliedLater(async () => {
        stage?.('Finding the lines in it…');
        const drawing = turnedUp(await read(file), turn);
        const many = drawing.contours.length + drawing.inSpace.length;
        stage?.(many === 1 ? 'One line: putting it together…' : `${many} lines: joining those that meet…`);
        return resultOf(drawing, joinDrawing(drawing, tolerance));
      });
    },

    /** Reads a job that comes with all it names. What unpacks it is loaded with the first of them. */
    readBundle(bytes: Uint8Array): Promise<Reply<Bundle>> {
      return repliedLater(async () => (await import('@coin-relay/formats/job-bundle')).readBundle(bytes));
    },

    /** Reads a file as the outline of a piece. */
    readOutline(file: FileOfLines, tolerance: number): Promise<Reply<readonly OutlinePart[]>> {
      return repliedLater(async () =>
        outlineFromLines(inPlanes(joinDrawing(await read(file), tolerance)).map(({ contour }) => contour)),
      );
    },
  };
}

export type FileTasks = ReturnType<typeof fileTasks>;

/** What reads GLB is large, and loaded with the first of them. */
async function drawingIn({ name, bytes }: FileOfLines): Promise<Drawing> {
  if (/\.glb$/i.test(name)) return (await import('@coin-relay/formats/glb-lines')).readGlbLines(bytes);
  const text = new TextDecoder().decode(bytes);
  return readDrawing(drawingFormat(name, text), text);
}

const isSame = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.every((value, i) => value === b[i]);

function resultOf(drawing: Drawing, lines: readonly JoinedLine[]): ReadResult {
  const { skipped, millimetresPerUnit, physical } = drawing;
  const leavesPlane = drawing.inSpace.length > 0;
  const listed = lines.slice(0, MOST_OFFERED).map((line) => ({ line, given: givenBy(line) }));
  const offered = listed.filter(({ given }) => !isTooLong(given));
  const views = offered.map(({ line }) => (leavesPlane ? viewsOf(line) : flatView(line)));
  const boxOf = (view: LineView): ViewBox | null => viewBox(views.map((each) => each[view]));
  const tooLong = listed.length - offered.length;
  return {
    skipped: tooLong > 0 ? [...skipped, tooManyPoints(tooLong)] : skipped,
    millimetresPerUnit,
    physical,
    leavesPlane,
    lines: offered.map(({ line, given }, i): OfferedLine => {
      const { id, length, closed, parts } = line;
      const { xy, xz, yz } = views[i];
      const seen = { xy: previewData(xy), xz: previewData(xz), yz: previewData(yz) };
      return { id, length, closed, parts: parts.length, given, seen };
    }),
    count: lines.length - tooLong,
    boxes: { xy: boxOf('xy'), xz: boxOf('xz'), yz: boxOf('yz') },
    joined: joinedOf(lines),
  };
}

/** No path could be drawn by so many points. */
const isTooLong = (given: LineGiven): boolean =>
  given.kind === 'space' && given.points.length > MOST_DRAWN_POINTS;

const tooManyPoints = (count: number): Skipped => ({
  what: 'line in space',
  reason: `of more points than the ${MOST_DRAWN_POINTS} that a path in space may have; thin it out where it was made`,
  count,
});

function givenBy(line: JoinedLine): LineGiven {
  if (isInSpace(line)) return { kind: 'space', points: spacePointsOf(line.line).points };
  return { kind: 'flat', data: writePathData(line.contour, DIGITS), plane: line.plane ?? null };
}

type Views = Readonly<Record<LineView, Contour>>;
const NOTHING: Contour = { segments: [], closed: false };

/** A line of a file in space from three sides. */
const viewsOf = (line: JoinedLine): Views =>
  seenAlong(isInSpace(line) ? line.line : standing(line.contour, line.plane ?? LEVEL));

/** A line of the drawing, seen square on. */
const flatView = (line: JoinedLine): Views => ({
  xy: isInSpace(line) ? NOTHING : line.contour,
  xz: NOTHING,
  yz: NOTHING,
});

const LEVEL: PathPlane = { origin: { x: 0, y: 0, z: 0 }, turns: { x: 0, y: 0, z: 0 } };

const standing = (contour: Contour, plane: PathPlane): FreeContour => contourInto(contour, planeMap(plane));

function joinedOf(lines: readonly JoinedLine[]): ReadResult['joined'] {
  const joined = lines.filter((line) => line.parts.length > 1 || line.widest > 0);
  if (joined.length === 0) return null;
  return {
    lines: joined.length,
    parts: joined.reduce((sum, line) => sum + line.parts.length, 0),
    widest: joined.reduce((most, line) => Math.max(most, line.widest), 0),
  };
}
