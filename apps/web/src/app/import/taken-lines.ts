import type { PathOf } from '@coin-relay/model';
import type { OfferedLine } from '../engine/file-tasks';

/** Lines taken from a file. */
export interface TakenLines {
  readonly file: string;
  readonly lines: readonly OfferedLine[];
}

/** A line of a file as a path. */
export function pathOfLine(line: OfferedLine, id: string, name: string): PathOf<'outline'> | PathOf<'space'> {
  const { given, closed } = line;
  if (given.kind === 'space') return { kind: 'space', id, name, closed, points: [...given.points] };
  const { data, plane } = given;
  return { kind: 'outline', id, name, data, ...(plane ? { plane } : {}) };
}

/** What a path is called by the line it comes from. */
export const nameOfLine = ({ id }: OfferedLine): string => id.slice(0, 80);
