import { determinant, RelayError, TAU } from '@coin-relay/core';
import { mappedData, type DrawnItem, type DrawnShape } from '@coin-relay/scene';

/** Things in all moments of what moves, at the most. */
export const MOST_MOMENTS = 400_000;
/** Axes that differ by less than this are the same ones. */
const SAME = 1e-6;

/** A thing of a drawing at every moment it is looked at; null where it is not there. */
export interface Track {
  readonly moments: readonly (DrawnItem | null)[];
  /** As it is when it is first there. */
  readonly first: DrawnItem;
}

/**
 * Follows the things of a drawing over moments at even times, the last of which is as the first. They are told in the
 * order they lie on one another.
 * @throws RelayError too-many-links where there are too many of them
 */
export function followed(moments: number, at: (moment: number) => readonly DrawnItem[]): Track[] {
  const found = new Map<string, (DrawnItem | null)[]>();
  const order: string[] = [];
  for (let m = 0; m <= moments; m++) {
    const items = at(m);
    const many = Math.max(found.size, items.length) * (moments + 1);
    if (many > MOST_MOMENTS)
      throw new RelayError(
        'too-many-links',
        `What moves would be told at ${many.toLocaleString('en')} moments; ${MOST_MOMENTS.toLocaleString('en')} are the most. Take fewer rows, a shorter loop, or the still drawing.`,
        { field: 'runs' },
      );
    const times = new Map<string, number>();
    let before = '';
    for (const item of items) {
      const time = (times.get(item.id) ?? 0) + 1;
      times.set(item.id, time);
      const key = `${item.id} ${time}`;
      let list = found.get(key);
      if (!list) {
        found.set(key, (list = new Array<DrawnItem | null>(moments + 1).fill(null)));
        // What comes in lies over what it lies over now.
        order.splice(m === 0 ? order.length : order.indexOf(before) + 1, 0, key);
      }
      before = key;
      list[m] = item;
    }
  }
  return order.map((key) => {
    const list = found.get(key) ?? [];
    return { moments: list, first: list.find((item) => item !== null) as DrawnItem };
  });
}

/** Where a thing that keeps its shape goes: x, y (mm) and its turn (radians, going on steadily) at each moment. */
export interface Rigid {
  readonly poses: Float64Array;
  /** What its map does besides, always the same: a, b, c, d. */
  readonly own: readonly number[];
  /** How far it reaches from its zero point, mm. */
  readonly reach: number;
}

/** Shapes that change: what is between the numbers of their data, and these at each moment. */
export interface Loose {
  readonly between: readonly string[];
  readonly numbers: readonly Float64Array[];
}

const isThere = (item: DrawnItem | null): item is DrawnItem => item !== null;
const sameShapes = (a: readonly DrawnShape[], b: readonly DrawnShape[]): boolean =>
  a === b || (a.length === b.length && a.every(({ d }, i) => d === b[i].d));

/** Is it always there, and always the same? */
export function standsStill({ moments, first }: Track): boolean {
  return moments.every(
    (item) => item !== null && sameShapes(item.shapes, first.shapes) && sameMaps(item.map, first.map),
  );
}

const sameMaps = (a: DrawnItem['map'], b: DrawnItem['map']): boolean =>
  a === b || (a !== null && b !== null && Array.from(a).every((value, i) => Math.abs(value - b[i]) < SAME));

/** How a thing moves that keeps its shape and size; null where it does not. Where it is not there it goes on as it went. */
export function rigid({ moments, first }: Track): Rigid | null {
  const there = moments.filter(isThere);
  if (!there.every(({ map, shapes }) => map !== null && sameShapes(shapes, first.shapes))) return null;
  const poses = new Float64Array(3 * moments.length);
  let own: number[] | null = null;
  let before: number | null = null;
  for (const [j, item] of moments.entries()) {
    const m = item?.map;
    if (!m) continue;
    const raw = Math.atan2(m[1], m[0]);
    // Angles go on steadily, so that nothing turns the long way between two moments.
    const angle: number = before === null ? raw : before + nearest(raw - before);
    before = angle;
    const [c, s] = [Math.cos(raw), Math.sin(raw)];
    const rest = [c * m[0] + s * m[1], -s * m[0] + c * m[1], c * m[2] + s * m[3], -s * m[2] + c * m[3]];
    if (own?.some((value, i) => Math.abs(value - rest[i]) > SAME)) return null;
    own ??= rest;
    poses.set([m[4], m[5], angle], 3 * j);
  }
  if (!own) return null;
  fillIn(moments, poses, 3);
  return {
    poses,
    own,
    reach: reachOf(first.shapes) * Math.max(1, Math.sqrt(Math.abs(determinant([...own, 0, 0])))),
  };
}

const nearest = (angle: number): number => angle - TAU * Math.round(angle / TAU);

/** Where a thing is not there its numbers go on in the way they went. */
function fillIn(moments: readonly (DrawnItem | null)[], values: Float64Array, size: number): void {
  const there = moments.flatMap((item, j) => (item ? [j] : []));
  const [first, last] = [there[0], there[there.length - 1]];
  const copy = (to: number, from: number, next: number): void => {
    for (let c = 0; c < size; c++) {
      const step = moments[next] && next !== from ? values[size * next + c] - values[size * from + c] : 0;
      values[size * to + c] = values[size * from + c] + step * ((to - from) / (next - from || 1));
    }
  };
  for (let j = first - 1; j >= 0; j--) copy(j, first, Math.min(first + 1, moments.length - 1));
  for (let j = last + 1; j < moments.length; j++) copy(j, last, Math.max(last - 1, 0));
  // In a gap it stays where it was until it is there again.
  for (let j = first + 1; j < last; j++) if (!moments[j]) copy(j, j - 1, j - 1);
}

/** How far shapes reach from the zero point, by the points that their data names, mm. */
function reachOf(shapes: readonly DrawnShape[]): number {
  let most = 0;
  for (const { d } of shapes)
    for (const [, value] of d.matchAll(NUMBERS)) most = Math.max(most, Math.abs(Number(value)));
  return most * Math.SQRT2;
}
const NUMBERS = /(-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)/gi;

/** Shapes that change as numbers, as they are drawn; null where more of them changes than numbers. */
export function loose(track: Track): readonly Loose[] | null {
  const { moments, first } = track;
  const found = first.shapes.map(() => ({
    between: null as readonly string[] | null,
    numbers: [] as Float64Array[],
  }));
  let last = first;
  for (const item of moments) {
    last = item ?? last;
    const shapes = mappedShapes(last);
    if (shapes.length !== found.length) return null;
    for (const [i, { d }] of shapes.entries()) {
      const parts = d.split(NUMBERS);
      const between = parts.filter((_, n) => n % 2 === 0);
      const known = (found[i].between ??= between);
      if (known.length !== between.length || known.some((text, n) => text !== between[n])) return null;
      found[i].numbers.push(Float64Array.from(parts.filter((_, n) => n % 2 === 1).map(Number)));
    }
  }
  return found.map(({ between, numbers }) => ({ between: between ?? [], numbers }));
}

/** The shapes of an item in the axes of the drawing. */
export function mappedShapes({ shapes, map }: DrawnItem): readonly DrawnShape[] {
  if (!map) return shapes;
  return shapes.map((shape) => ({ ...shape, d: mappedData(shape.d, map) }));
}
