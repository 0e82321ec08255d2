import svgpath from 'svgpath';
import { RelayError } from '../error';
import { LIMITS } from '../limits';
import { distance, type Vec } from '../math';
import { splitCommands } from './split-commands';
import { svgArc } from './svg-arc';
import type { Contour, Segment } from './segment';
import { raiseQuadratic } from './segments';

/**
 * Reads SVG path data (the whole grammar of W3C SVG 2, chapter 9.3) into contours, one for
 * each time the pen is put down. Coordinates stay as written: y runs down in a drawing, and
 * whoever reads a drawing mirrors it.
 *
 * A closing line of no length is left out. A pen put down and lifted again draws nothing and
 * makes no contour.
 *
 * @param most the largest coordinate that is taken; of data that is still to be scaled any finite one may be
 * @throws RelayError path-data-empty, path-data-broken (with the offset), path-data-too-large
 */
export function parsePathData(d: string, most: number = LIMITS.coordinate): Contour[] {
  if (d.length > LIMITS.pathDataCharacters) {
    throw new RelayError(
      'path-data-too-large',
      `The path data has ${d.length} characters; at most ${LIMITS.pathDataCharacters} are read. Thin the path out first.`,
    );
  }
  if (d.trim() === '')
    throw new RelayError('path-data-empty', 'The path data is empty. It should start with M and a point.');
  const split = splitCommands(d);
  const source = svgpath(split.data);
  const { err, segments } = source as unknown as { err: string; segments: unknown[] };
  if (err) {
    const at = /at pos (\d+)/.exec(err);
    const offset = at ? split.before(Number(at[1])) : d.length;
    throw new RelayError(
      'path-data-broken',
      `The path data cannot be read at character ${offset + 1}${near(d, offset)}: ${reason(err)}.`,
      { offset },
    );
  }
  if (segments.length === 0) throw new RelayError('path-data-empty', 'The path data draws nothing.');
  const contours: Contour[] = [];
  const pen = new Pen(contours);
  source
    .abs()
    .unshort()
    .iterate((segment) => {
      const command = segment[0] as string;
      const n = segment.slice(1) as number[];
      if (!n.every((value) => Math.abs(value) <= most)) {
        throw new RelayError(
          'path-not-finite',
          `The path data has a number that is not finite or beyond ${LIMITS.coordinate / 1e6} km. Every coordinate must be finite.`,
        );
      }
      pen.take(command, n);
    });
  pen.lift();
  return contours;
}

class Pen {
  private at: Vec = { x: 0, y: 0 };
  private down: Vec = { x: 0, y: 0 };
  private pieces: Segment[] = [];

  constructor(private readonly contours: Contour[]) {}

  take(command: string, n: readonly number[]): void {
    switch (command) {
      case 'M':
        this.lift();
        this.at = this.down = { x: n[0], y: n[1] };
        return;
      case 'L':
        this.line({ x: n[0], y: n[1] });
        return;
      case 'H':
        this.line({ x: n[0], y: this.at.y });
        return;
      case 'V':
        this.line({ x: this.at.x, y: n[0] });
        return;
      case 'C':
        this.add(
          {
            kind: 'cubic',
            p0: this.at,
            p1: { x: n[0], y: n[1] },
            p2: { x: n[2], y: n[3] },
            p3: { x: n[4], y: n[5] },
          },
          { x: n[4], y: n[5] },
        );
        return;
      case 'Q':
        this.add(raiseQuadratic(this.at, { x: n[0], y: n[1] }, { x: n[2], y: n[3] }), { x: n[2], y: n[3] });
        return;
      case 'A': {
        const end = { x: n[5], y: n[6] };
        const arc = svgArc(this.at, end, n[0], n[1], n[2], n[3] !== 0, n[4] !== 0);
        if (arc) this.add(arc, end);
        return;
      }
      case 'Z':
      case 'z':
        this.close();
    }
  }

  lift(): void {
    if (this.pieces.length > 0) this.contours.push({ segments: this.pieces, closed: false });
    this.pieces = [];
  }

  private line(to: Vec): void {
    this.add({ kind: 'line', a: this.at, b: to }, to);
  }

  private add(piece: Segment, to: Vec): void {
    this.pieces.push(piece);
    this.at = to;
  }

  private close(): void {
    if (this.pieces.length > 0) {
      if (distance(this.at, this.down) > 0) this.line(this.down);
      this.contours.push({ segments: this.pieces, closed: true });
    }
    this.pieces = [];
    this.at = this.down;
  }
}

function near(d: string, offset: number): string {
  const found = d.slice(offset, offset + 12).trim();
  return found === '' ? ' (its end)' : ` (“${found}”)`;
}

function reason(err: string): string {
  const text = err
    .replace(/^SvgPath: /, '')
    .replace(/\s*\(at pos \d+\)/, '')
    .trim();
  return text.charAt(0).toLowerCase() + text.slice(1);
}
