import type { Loose, Rigid, Track } from './tracks';

/** How far apart the keys of something may lie, in moments, and how far it strays between them, mm. */
export interface Keys {
  readonly step: number;
  readonly stray: number;
}

/**
 * The widest step between keys at which something strays no further than it may where it is there: readers draw straight
 * lines between places and even turns between angles, each by itself (SMIL, linear interpolation).
 * @param most mm
 * @param strayOver how far it is off between two moments where only these are kept, mm
 */
export function widestKeys(
  moments: number,
  most: number,
  strayOver: (from: number, to: number, least: number) => number,
): Keys {
  for (let step = moments; step > 1; step--) {
    if (moments % step !== 0) continue;
    let stray = 0;
    for (let m = 0; m < moments && stray <= most; m += step)
      stray = Math.max(stray, strayOver(m, m + step, most));
    if (stray <= most) return { step, stray };
  }
  return { step: 1, stray: 0 };
}

/** How far a thing that keeps its shape is off between two moments, mm. */
export function strayOfRigid(
  { moments }: Pick<Track, 'moments'>,
  { poses, reach }: Rigid,
  from: number,
  to: number,
): number {
  let most = 0;
  for (let m = from + 1; m < to; m++) {
    if (!moments[m]) continue;
    const t = (m - from) / (to - from);
    const off = (c: number): number =>
      poses[3 * m + c] - (1 - t) * poses[3 * from + c] - t * poses[3 * to + c];
    most = Math.max(most, Math.hypot(off(0), off(1)) + 2 * Math.abs(Math.sin(off(2) / 2)) * reach);
  }
  return most;
}

/** How far the points of shapes are off between two moments, mm: no more than this. */
export function strayOfLoose(
  { moments }: Pick<Track, 'moments'>,
  shapes: readonly Loose[],
  from: number,
  to: number,
): number {
  let most = 0;
  for (const { numbers } of shapes)
    for (let m = from + 1; m < to; m++) {
      if (!moments[m]) continue;
      const t = (m - from) / (to - from);
      const [a, b, at] = [numbers[from], numbers[to], numbers[m]];
      for (let n = 0; n < at.length; n++) most = Math.max(most, Math.abs(at[n] - (1 - t) * a[n] - t * b[n]));
    }
  return most * Math.SQRT2;
}
