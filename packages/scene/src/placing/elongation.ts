import type { Figure, FigurePart } from '@coin-relay/model';
import { hullOf } from './box';
import type { RowScene, ScenePiece } from './scene';
import { elongationExtent, type Matrix } from './placement-matrix';

/**
 * The map of one part of a stretched piece. A stem grows from the line that runs on the path; an
 * end is carried outward by as much; a figure without either grows as a whole.
 */
export function elongationMatrix(
  scene: RowScene,
  piece: ScenePiece,
  part: FigurePart,
  figure: Figure,
  factor: number,
  m: Matrix,
): Matrix {
  const way = scene.setOut.setOut.reach?.way ?? 'out';
  const parted = figure.parts.some(({ elongates }) => elongates !== undefined);
  if (!parted) return grown(m, factor, piece.setting.line);
  const extent = elongationExtent(piece, way);
  const inward = (way === 'in' || way === 'up') !== piece.setting.flip;
  const more = extent * (factor - 1) * (inward ? 1 : -1);
  if (part.elongates === 'end') return shifted(m, more);
  if (part.elongates !== 'stem') return m;
  // The stem grows from its near end: it alone takes up what is added.
  const [near, far] = stemEnds(figure, inward);
  const size = far - near;
  return Math.abs(size) > 1e-9 ? grown(m, (size + more) / size, near) : m;
}

function grown(m: Matrix, k: number, about: number): Matrix {
  const shift = about * (1 - k);
  return Float64Array.of(m[0], m[1], m[2] * k, m[3] * k, m[4] + m[2] * shift, m[5] + m[3] * shift);
}

function shifted(m: Matrix, y: number): Matrix {
  return Float64Array.of(m[0], m[1], m[2], m[3], m[4] + m[2] * y, m[5] + m[3] * y);
}

const stems = new WeakMap<Figure, readonly [number, number]>();

/** The ends of a figure's stem across the path: the one near the line it hangs from, and the far one. */
function stemEnds(figure: Figure, inward: boolean): readonly [number, number] {
  let box = stems.get(figure);
  if (!box) {
    const points = hullOf({ parts: figure.parts.filter(({ elongates }) => elongates === 'stem') });
    let low = Infinity;
    let high = -Infinity;
    for (let p = 1; p < points.length; p += 2) {
      low = Math.min(low, points[p]);
      high = Math.max(high, points[p]);
    }
    box = [low, high];
    stems.set(figure, box);
  }
  return inward ? [box[0], box[1]] : [box[1], box[0]];
}
