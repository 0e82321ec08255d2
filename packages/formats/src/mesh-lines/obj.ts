import { RelayError, type Vec3 } from '@coin-relay/core';
import { DrawingCollector, type Drawing } from '../drawing/drawing';
import { collectEdges } from './collect';

/** Characters of a file of solids that lines are looked for in, at the most. */
export const MOST_OBJ_CHARACTERS = 60_000_000;
/** Kinds of lines that are none to run on, and what they are. */
const LEFT_OUT: ReadonlyMap<string, readonly [what: string, reason: string]> = new Map([
  ['f', ['face', 'a face, not a line']],
  ['p', ['point', 'a point by itself is no line']],
  ['curv', ['curv', 'a free-form curve; export it as lines']],
  ['curv2', ['curv2', 'a free-form curve; export it as lines']],
  ['surf', ['surf', 'a surface, not a line']],
]);

/**
 * Reads the lines (“l”) of Wavefront OBJ: those that meet in a corner where no third one does are one. An OBJ file has no
 * unit: one of its units is taken as one millimetre. (three’s own reader takes the corners of a line two by two, which
 * is right for lines of two only.)
 * @throws RelayError file-too-large, file-broken (with the line)
 */
export function readObjLines(text: string): Drawing {
  if (text.length > MOST_OBJ_CHARACTERS) {
    throw new RelayError(
      'file-too-large',
      `The file is ${(text.length / 1e6).toFixed(1)} MB; at most ${MOST_OBJ_CHARACTERS / 1e6} MB are read. Export only the lines you need.`,
    );
  }
  const collected = new DrawingCollector();
  const points: number[] = [];
  let edges: number[] = [];
  let name: string | undefined;
  const at = (k: number): Vec3 => ({ x: points[3 * k], y: points[3 * k + 1], z: points[3 * k + 2] });
  const finish = (): void => {
    collectEdges(collected, name, edges, at);
    edges = [];
  };
  for (const { row, line } of rowsOf(text)) {
    const [kind, ...cells] = row.split(/\s+/, kindOf(row) === 'l' ? undefined : 5);
    switch (kind) {
      case 'v':
        points.push(...pointIn(cells, line));
        break;
      case 'l':
        addEdges(edges, cells, points.length / 3, line);
        break;
      case 'o':
      case 'g':
        finish();
        name = cells.join(' ').slice(0, 80) || undefined;
        break;
      default: {
        const left = LEFT_OUT.get(kind);
        if (left) collected.skip(...left);
      }
    }
  }
  finish();
  return collected.result(1, false);
}

const kindOf = (row: string): string => row.slice(0, row.search(/\s|$/));

/** The rows that say something, with their number from 1; one that ends with a backslash goes on in the next. */
function* rowsOf(text: string): Generator<{ readonly row: string; readonly line: number }> {
  let [start, line] = [0, 0];
  let before = '';
  while (start < text.length) {
    const found = text.indexOf('\n', start);
    const end = found < 0 ? text.length : found;
    const part = text.slice(start, end).trimEnd();
    start = end + 1;
    line++;
    if (part.endsWith('\\')) {
      before += `${part.slice(0, -1)} `;
      continue;
    }
    const row = (before + part).trimStart();
    before = '';
    if (row !== '' && !row.startsWith('#')) yield { row, line };
  }
}

function pointIn(cells: readonly string[], line: number): [number, number, number] {
  const [x, y, z] = [0, 1, 2].map((i) => Number(cells[i] ?? NaN));
  if (![x, y, z].every(Number.isFinite))
    throw new RelayError(
      'file-broken',
      `Line ${line} of the file has no corner: it needs three numbers, and reads “${cells.join(' ').slice(0, 60)}”.`,
      { offset: line },
    );
  return [x, y, z];
}

/** Corners are counted from 1, or from the last one back; what stands behind a stroke is not about its place. */
function addEdges(edges: number[], cells: readonly string[], known: number, line: number): void {
  let before = -1;
  for (const cell of cells) {
    const given = Number(cell.split('/')[0]);
    const corner = given < 0 ? known + given : given - 1;
    if (!(Number.isInteger(corner) && corner >= 0 && corner < known))
      throw new RelayError(
        'file-broken',
        `Line ${line} of the file names corner “${cell.slice(0, 20)}”, and ${known} are told before it.`,
        { offset: line },
      );
    if (before >= 0) edges.push(before, corner);
    before = corner;
  }
}
