import type { MeasuredPath } from '@coin-relay/core';
import type { Job, JobPath, Run } from '../job/schema';
import { wound, woundBy } from '../path-kinds/winding/wound';
import { groundOf, measuredPath } from './path';
import { restingHolds } from './resting-anchor';

/**
 * Which stretches of a row lie over others of its path, and over rows that wind round the same one, as it is seen in plan.
 * Plain data.
 */
export interface RowLayers {
  /** The path that all of them wind round in the end. */
  readonly root: string;
  /** Where each stretch ends, as a part of the length of the row's path. */
  readonly ends: Float64Array;
  /** How high it lies: 0 on the path that is wound round, up to 1 over it, down to −1 under it. */
  readonly heights: Float64Array;
}

/**
 * Layers over a path, and as many under it: each holds lines that lie at an angle over it of as much of a quarter turn.
 * Strands that touch overlap wherever they are, and are then in different layers, but for slivers.
 */
const LAYERS = 6;
/** Of lines that wind so often that they would have more stretches than this only what is over their path is told from what is under it. */
const MOST_STRETCHES = 4_000;
/** What winds round something that itself winds lies by so much of a layer over or under that. */
const FINER = 1 / 4;
/** What is no further over or under its path, of how far it gets, lies beside it. */
const BESIDE = 1e-9;

/**
 * The layers of a row that winds round a path, or lies on one that others wind round; null of any other. Lines of one
 * winding are as far from their path at each place of it, so that the angles they lie at over it tell which of them lies
 * over which.
 */
export function layersOfRow(job: Job, run: Run, laid: MeasuredPath): RowLayers | null {
  const path = job.paths.find(({ id }) => id === run.path);
  if (
    !path ||
    !job.paths.some((other) => other.kind === 'winding' && rootOf(job, other) === rootOf(job, path))
  )
    return null;
  const root = rootOf(job, path);
  const { ends, heights } = layersOf(job, path, laid);
  return { root, ends: Float64Array.from(ends), heights: Float64Array.from(heights) };
}

/** What a path winds round in the end; one that does not wind, itself. */
function rootOf({ paths }: Job, path: JobPath): string {
  let at = path;
  for (let i = 0; i <= paths.length && at.kind === 'winding'; i++) {
    const { of } = at;
    const next = paths.find(({ id }) => id === of);
    if (!next) break;
    at = next;
  }
  return at.id;
}

interface Layers {
  readonly ends: readonly number[];
  readonly heights: readonly number[];
  /** By how much what winds round it lies higher or lower. */
  readonly finer: number;
}

/** @param laid the path as it is laid, which may be larger than it was drawn: places are parts of it */
function layersOf(job: Job, path: JobPath, laid: MeasuredPath): Layers {
  const under =
    path.kind === 'winding' ? job.paths.find(({ id }) => id === woundBy(job, path).of) : undefined;
  if (path.kind !== 'winding' || !under) return { ends: [1], heights: [0], finer: 1 };
  const { over, along, contour } = wound(path, groundOf(job, path, restingHolds(job)));
  const axis = measuredPath(job, under);
  const below = layersOf(job, under, axis);
  const many = contour.segments.length;
  const own = Math.round(turnsOf(over) * 4 * LAYERS) > MOST_STRETCHES ? 1 : LAYERS;
  const [ends, heights]: [number[], number[]] = [[], []];
  const add = (end: number, height: number): void => {
    if (heights.length > 0 && heights[heights.length - 1] === height) ends[ends.length - 1] = end;
    else {
      ends.push(end);
      heights.push(height);
    }
  };
  const { pieceStarts, length } = laid;
  const partAt = (k: number): number =>
    pieceStarts.length === many + 1 ? pieceStarts[k] / length : k / many;
  for (let k = 0; k < many; k++) {
    const next = (k + 1) % over.length;
    const [from, to] = [partAt(k), k + 1 < many ? partAt(k + 1) : 1];
    const on = heightAt(below, middleOf(along[k], along[next], axis.length) / axis.length);
    const [a, b] = [over[k], over[next]].map((height) => (Math.abs(height) <= BESIDE ? 0 : height));
    let last = a;
    for (const bound of [...boundsBetween(a, b, own), b]) {
      const end = bound === b ? to : from + ((to - from) * (bound - a)) / (b - a);
      add(end, on + below.finer * layerAt((last + bound) / 2, own));
      last = bound;
    }
  }
  return { ends, heights, finer: (below.finer * FINER) / LAYERS };
}

/** The layer of a place that lies as far over its path, of how far it goes: the middle of its angles, of a quarter turn. */
const layerAt = (over: number, many: number): number =>
  over === 0 ? 0 : (Math.floor(many * quarter(over)) + 0.5) / many;

const quarter = (over: number): number => (Math.asin(Math.max(-1, Math.min(1, over))) * 2) / Math.PI;

/** What is between layers, from one place to another, in that order. */
function boundsBetween(a: number, b: number, many: number): number[] {
  const found: number[] = [];
  for (let i = 1 - many; i < many; i++) {
    const bound = Math.sin((i * Math.PI) / 2 / many);
    if ((bound - a) * (bound - b) < 0) found.push(bound);
  }
  return a < b ? found : found.reverse();
}

/** How often something goes up and down again. */
function turnsOf(over: Float64Array): number {
  let [changes, last] = [0, 0];
  for (const height of over) {
    if (Math.abs(height) <= BESIDE) continue;
    if (height * last < 0) changes++;
    last = height;
  }
  return changes / 2;
}

/** Half way between two places of a path; the one behind may lie at its beginning again. */
const middleOf = (a: number, b: number, length: number): number => (a + (b > a ? b : length)) / 2;

function heightAt({ ends, heights }: Layers, part: number): number {
  const at = ends.findIndex((end) => part < end);
  return heights[at === -1 ? heights.length - 1 : at];
}
