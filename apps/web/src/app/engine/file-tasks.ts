import {
  drawingFormat,
  joinDrawing,
  readDrawing,
  type Drawing,
  type JoinedContour,
} from '@coin-relay/formats';
import { replied, type Reply } from './reply';

/** The lines of a file, joined where they meet. */
export interface ReadResult {
  readonly drawing: Drawing;
  readonly lines: readonly JoinedContour[];
}

/** The work of the thread that reads files. Tested without a worker. */
export const FILE_TASKS = {
  /** Reads a file of lines; those whose ends meet within the tolerance (mm) are joined. */
  readLines(name: string, text: string, tolerance: number): Reply<ReadResult> {
    return replied(() => {
      const drawing = readDrawing(drawingFormat(name, text), text);
      return { drawing, lines: joinDrawing(drawing, tolerance) };
    });
  },

  /** Joins the lines of a drawing at another tolerance. */
  join(drawing: Drawing, tolerance: number): Reply<readonly JoinedContour[]> {
    return replied(() => joinDrawing(drawing, tolerance));
  },
} as const;

export type FileTasks = typeof FILE_TASKS;
