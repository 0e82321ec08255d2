import { newReading, pathReader, readSampledPath } from '@coin-relay/core';
import type { RowLayers } from '@coin-relay/model';
import { standsOff } from './bounds';
import { rowCopies } from './copies';
import type { RowScene } from './scene';

/** A turn of drawing the rows of a machine: which of them, and what of it. */
export interface RowTurn<T> {
  readonly row: T;
  /** All of it where it is null; else what of it lies in that layer once more, over all that is drawn by then. */
  readonly layer: number | null;
}

/** Stretches are outlined at so many places of a path, and at so many of each of them at least. */
const PLACES = 2_000;
const LEAST_PLACES = 4;
/** They reach into their neighbours by so much of their lengths: between them nothing else is seen. */
const OVERLAP = 0.08;

/**
 * Rows in the turns that they are drawn in: in their order, those that lie over and under one another by their layers.
 */
export function rowTurns<T>(rows: readonly T[], layersOf: (row: T) => RowLayers | null): RowTurn<T>[] {
  const together = new Map<string, T[]>();
  for (const row of rows) {
    const root = layersOf(row)?.root;
    if (root !== undefined) together.set(root, [...(together.get(root) ?? []), row]);
  }
  return rows.flatMap((row) => {
    const root = layersOf(row)?.root;
    const group = root === undefined ? [row] : (together.get(root) ?? []);
    if (group.length < 2) return [{ row, layer: null }];
    return group[0] === row ? inLayers(group, layersOf) : [];
  });
}

/** Each whole where its lowest layer lies, and its others again over what lies between them. */
function inLayers<T>(rows: readonly T[], layersOf: (row: T) => RowLayers | null): RowTurn<T>[] {
  return rows
    .flatMap((row) =>
      [...new Set(layersOf(row)?.heights ?? [0])]
        .sort((a, b) => a - b)
        .map((height, i) => ({ row, height, layer: i === 0 ? null : height })),
    )
    .sort((a, b) => a.height - b.height)
    .map(({ row, layer }) => ({ row, layer }));
}

/** The layers that a row lies in at any time: where it turns about what it winds round, in all of its frames. */
export function layersEver({ setOut: { layers }, laid }: RowScene): RowLayers | null {
  if (!layers || !laid?.layers) return layers;
  const heights = new Set(laid.layers.flatMap((each) => [...each.heights]));
  return { ...layers, heights: Float64Array.from(heights) };
}

/** The stretches of a row that lie in a layer: from where to where along its path, mm. */
export function stretchesIn(scene: RowScene, layer: number): [number, number][] {
  const { layers } = scene;
  if (!layers) return [];
  const length = lengthNow(scene);
  const { ends, heights } = layers;
  return Array.from(ends, (end, i): [number, number] => [
    i === 0 ? 0 : ends[i - 1] * length,
    end * length,
  ]).filter((_, i) => heights[i] === layer);
}

/** Does link k lie in a layer, in part at least? */
export function liesIn(scene: RowScene, k: number, stretches: readonly [number, number][]): boolean {
  const { arc, step } = scene.frame;
  const length = lengthNow(scene);
  const from = arc[k * step];
  const long = arc[k * step + 1] - from;
  const begins = from - Math.floor(from / length) * length;
  const next = stretches[firstEndingAfter(stretches, begins)];
  // What goes over the end of a loop lies at its beginning too.
  return (
    (next && next[0] < begins + long) || (stretches.length > 0 && stretches[0][0] < begins + long - length)
  );
}

function firstEndingAfter(stretches: readonly [number, number][], s: number): number {
  let [low, high] = [0, stretches.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (stretches[middle][1] > s) high = middle;
    else low = middle + 1;
  }
  return low;
}

/**
 * What pieces may cover along stretches of their path as it is now, seen in plan: an area for each, its corners x, y in turn, mm.
 */
export function coveredBy(scene: RowScene, stretches: readonly [number, number][]): Float64Array[] {
  const length = lengthNow(scene);
  const wide = reachesAcross(scene);
  const read = placesOf(scene);
  const at = new Float64Array(4);
  return stretches.map(([begins, ends]) => {
    const more = (ends - begins) * OVERLAP;
    const [from, to] = [Math.max(0, begins - more), Math.min(length, ends + more)];
    const many = Math.max(LEAST_PLACES, Math.ceil(((to - from) / length) * PLACES));
    const area = new Float64Array(4 * (many + 1));
    let [nx, ny] = [0, 1];
    for (let i = 0; i <= many; i++) {
      read(from + ((to - from) * i) / many, at);
      const steep = Math.hypot(at[2], at[3]);
      // Where it goes straight up it is left as wide as it was.
      if (steep > 1e-9) [nx, ny] = [-at[3] / steep, at[2] / steep];
      area.set([at[0] + wide * nx, at[1] + wide * ny], 2 * i);
      area.set([at[0] - wide * nx, at[1] - wide * ny], area.length - 2 - 2 * i);
    }
    return area;
  });
}

/** How long the path of a row is now, mm. */
const lengthNow = ({ fit, laid, stand }: RowScene): number =>
  laid?.rides && stand ? stand.ride.length : fit.layout.path.length;

/** How far pieces reach to either side of their path, wherever they are set, mm. */
function reachesAcross(scene: RowScene): number {
  const { stand, setOut } = scene;
  const { out } = setOut.table;
  const copies = rowCopies(setOut.setOut.rows).map(Math.abs);
  const touched = out.reduce((most, each) => Math.max(most, Math.abs(each)), 0);
  const set = stand ? Math.abs(stand.across) + Math.abs(stand.lift) : 0;
  return standsOff(scene) + Math.max(...copies) + touched + set;
}

/** Reads a path as it is now: x, y, and its way in plan. */
function placesOf({ fit, laid, sampledPath }: RowScene): (s: number, out: Float64Array) => void {
  if (laid?.sampledPaths && sampledPath) return (s, out) => readSampledPath(sampledPath, s, out);
  const read = pathReader(fit.layout.path);
  const at = newReading();
  return (s, out) => {
    read(s, at);
    out.set(at.subarray(0, 4));
  };
}
