import { newReading, pathReader, placeUnder, spacePointPlaces, type MeasuredPath } from '@coin-relay/core';
import { profileOf, type JobPath } from '@coin-relay/model';

/** A place of a path whose height can be taken hold of. */
export interface Knot {
  /** Which station, or which point. */
  readonly index: number;
  /** Arc length on the path as it is shown, mm. */
  readonly s: number;
  /** Its height, mm: of a point, whose corner may be rounded, not quite that of the path. */
  readonly z: number;
}

/** Points whose heights can be taken hold of, at the most: of more none could be told apart. */
const MOST = 400;

/**
 * What of a path can be taken hold of in its elevation.
 * @param laid the height that one of the document has on the path as it is shown
 */
export function knotsOf(path: JobPath, measured: MeasuredPath, laid: (z: number) => number): readonly Knot[] {
  const profile = profileOf(path);
  if (profile && measured.under) {
    const { length } = measured.under;
    return profile.stations.map(({ at, z }, index) => ({
      index,
      s: placeOver(measured, at * length),
      z: laid(z),
    }));
  }
  if (path.kind !== 'space' || path.points.length > MOST) return [];
  return spacePointPlaces(path.points, measured).map((s, index) => ({ index, s, z: heightAt(measured, s) }));
}

/** Where over the path under it a place of a raised path is: the other way round than `placeUnder`. */
export function placeOver(path: MeasuredPath, u: number): number {
  let [low, high] = [0, path.length];
  for (let i = 0; i < 60 && high - low > 1e-9 * path.length; i++) {
    const middle = (low + high) / 2;
    if (placeUnder(path, middle) < u) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

export function heightAt(path: MeasuredPath, s: number): number {
  const out = newReading();
  pathReader(path)(s, out);
  return out[5];
}
