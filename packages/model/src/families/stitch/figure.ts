import { circle, strand, type Figure, type FigurePart } from '../../figure/figure';
import type { Stitch } from './piece';

/** Where the threads of a stitch run, mm, in the order they lie on each other, and where they go through. */
export interface StitchStrands {
  readonly strands: readonly (readonly [ax: number, ay: number, bx: number, by: number])[];
  readonly holes: readonly (readonly [x: number, y: number])[];
}

/**
 * Running: a strand on top with the thread below the cloth in the gap. Back: strands end to end, each a
 * little over the one before. Cross: two strands over each other. Zigzag: over to the other side and back.
 */
export function stitchStrands(piece: Stitch, span: number): StitchStrands {
  const w = piece.width / 2;
  switch (piece.kind) {
    case 'running': {
      const gap = Math.min(piece.gap, span * 0.9) / 2;
      return {
        strands: [[gap, 0, span - gap, 0]],
        holes: [
          [gap, 0],
          [span - gap, 0],
        ],
      };
    }
    case 'back':
      return { strands: [[-span * 0.06, 0, span, 0]], holes: [[0, 0]] };
    case 'cross':
      return {
        strands: [
          [span * 0.1, w, span * 0.9, -w],
          [span * 0.1, -w, span * 0.9, w],
        ],
        holes: [
          [span * 0.1, -w],
          [span * 0.1, w],
          [span * 0.9, -w],
          [span * 0.9, w],
        ],
      };
    case 'zigzag':
      return {
        strands: [
          [0, -w, span / 2, w],
          [span / 2, w, span, -w],
        ],
        holes: [
          [0, -w],
          [span / 2, w],
        ],
      };
  }
}

/** One stitch from hole to hole. */
export function stitch(piece: Stitch, span: number): Figure {
  const { thread, hole } = piece;
  const { strands, holes } = stitchStrands(piece, span);
  const through: FigurePart[] =
    hole > 0
      ? [{ d: holes.map(([x, y]) => circle(x, y, hole / 2)).join(''), fill: 'rubber', line: false }]
      : [];
  const laid = strands.flatMap(([ax, ay, bx, by]): FigurePart[] => [
    { d: strand(ax, ay, bx, by, thread), fill: 'thread', line: true },
    ...twist(ax, ay, bx, by, thread),
  ]);
  return { main: 'thread', parts: [...through, ...laid] };
}

/** The lay of a twisted thread: short strokes across it, aslant. */
function twist(ax: number, ay: number, bx: number, by: number, thick: number): FigurePart[] {
  const size = Math.hypot(bx - ax, by - ay);
  const n = Math.min(7, Math.floor(size / (thick * 0.9)));
  if (n < 2) return [];
  const ux = (bx - ax) / size;
  const uy = (by - ay) / size;
  let d = '';
  for (let i = 1; i <= n; i++) {
    const s = (size * (i - 0.5)) / n;
    const x = ax + ux * s;
    const y = ay + uy * s;
    const lean = thick * 0.22;
    const h = thick * 0.36;
    d += strand(
      x - ux * lean - uy * h,
      y - uy * lean + ux * h,
      x + ux * lean + uy * h,
      y + uy * lean - ux * h,
      thick * 0.1,
    );
  }
  return [{ d, fill: 'leather', line: false }];
}
