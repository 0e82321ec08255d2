import { measurePath, mirrorContour, pathBounds, writePathData } from '@coin-relay/core';
import {
  drawingFormat,
  joinDrawing,
  outlineFromLines,
  readDrawing,
  type Drawing,
  type JoinedContour,
} from '@coin-relay/formats';
import type { OutlinePart } from '@coin-relay/model';
import { replied, type Reply } from './reply';

/** A line of a file as it is offered. */
export interface OfferedLine extends JoinedContour {
  /** Path data with y down, for a preview. */
  readonly d: string;
}

/** What a file holds, its lines joined where they meet. */
export interface ReadResult extends Omit<Drawing, 'contours'> {
  /** The longest lines, up to `MOST_OFFERED`. */
  readonly lines: readonly OfferedLine[];
  /** How many lines there are in all. */
  readonly count: number;
  /** The box of the offered lines: x0, y0, x1, y1 with y down; null where there is none. */
  readonly box: readonly [number, number, number, number] | null;
  /** What joining closed; null where nothing was joined. */
  readonly joined: { readonly lines: number; readonly parts: number; readonly widest: number } | null;
}

/** Lines offered of a file, the longest ones; the others are counted. */
export const MOST_OFFERED = 300;

/** Tells what is being done. */
export type Stage = (words: string) => void;

/** The work of the thread that reads files; it keeps the file it read last. Tested without a worker. */
export function fileTasks() {
  let last: { readonly name: string; readonly text: string; readonly drawing: Drawing } | null = null;

  const read = (name: string, text: string): Drawing => {
    if (last?.name !== name || last.text !== text)
      last = { name, text, drawing: readDrawing(drawingFormat(name, text), text) };
    return last.drawing;
  };

  return {
    /** Reads a file of lines; those whose ends meet within the tolerance (mm) are joined. */
    readLines(name: string, text: string, tolerance: number, stage?: Stage): Reply<ReadResult> {
      return replied(() => {
        stage?.('Finding the lines in it…');
        const drawing = read(name, text);
        const many = drawing.contours.length;
        stage?.(many === 1 ? 'One line: putting it together…' : `${many} lines: joining those that meet…`);
        const lines = joinDrawing(drawing, tolerance);
        const offered = lines.slice(0, MOST_OFFERED);
        return {
          skipped: drawing.skipped,
          millimetresPerUnit: drawing.millimetresPerUnit,
          physical: drawing.physical,
          lines: offered.map((line) => ({ ...line, d: writePathData(mirrorContour(line.contour), 3) })),
          count: lines.length,
          box: boxOf(offered),
          joined: joinedOf(lines),
        };
      });
    },

    /** Reads a file as the outline of a piece. */
    readOutline(name: string, text: string, tolerance: number): Reply<readonly OutlinePart[]> {
      return replied(() =>
        outlineFromLines(joinDrawing(read(name, text), tolerance).map(({ contour }) => contour)),
      );
    },
  };
}

export type FileTasks = ReturnType<typeof fileTasks>;

function joinedOf(lines: readonly JoinedContour[]): ReadResult['joined'] {
  const joined = lines.filter((line) => line.parts.length > 1 || line.widest > 0);
  if (joined.length === 0) return null;
  return {
    lines: joined.length,
    parts: joined.reduce((sum, line) => sum + line.parts.length, 0),
    widest: joined.reduce((most, line) => Math.max(most, line.widest), 0),
  };
}

function boxOf(lines: readonly JoinedContour[]): ReadResult['box'] {
  if (lines.length === 0) return null;
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { contour } of lines) {
    const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
    box[0] = Math.min(box[0], x0);
    box[1] = Math.min(box[1], -y1);
    box[2] = Math.max(box[2], x1);
    box[3] = Math.max(box[3], -y0);
  }
  return box;
}
