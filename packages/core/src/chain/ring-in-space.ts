import type { MeasuredPath } from '../path';
import { LEAST_LEAN, RingSolver, type RingPattern } from './ring';

/** The same on a path in space. By itself, so that rows in the plane do not pay for a third number. */
export class RingSolverInSpace extends RingSolver {
  private readonly z: Float64Array;
  private readonly tz: Float64Array;

  constructor(path: MeasuredPath, links: number, pattern?: RingPattern) {
    super(path, links, pattern);
    this.z = new Float64Array(links + 1);
    this.tz = new Float64Array(links + 1);
  }

  protected override sweep(s: Float64Array, chord: number): boolean {
    const n = this.links;
    const { x, y, z, tx, ty, tz, free, perStart, perChord, scale, offset, sums } = this;
    let residual = 0;
    let sumFree = 0;
    let sumStart = 0;
    let sumChord = 0;
    let sumS = 0;
    let f0 = 0;
    let a0 = 1;
    let c0 = 0;
    let stuck = false;
    for (let i = 0; i < n; i++) {
      free[i] = f0;
      perStart[i] = a0;
      perChord[i] = c0;
      sumFree += f0;
      sumStart += a0;
      sumChord += c0;
      sumS += s[i];
      const dx = x[i + 1] - x[i];
      const dy = y[i + 1] - y[i];
      const dz = z[i + 1] - z[i];
      const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
      const trail = (dx * tx[i] + dy * ty[i] + dz * tz[i]) / d;
      const lead = (dx * tx[i + 1] + dy * ty[i + 1] + dz * tz[i + 1]) / d;
      if (!(lead > LEAST_LEAN)) stuck = true;
      const f = d - chord * scale[i] - offset[i];
      const size = Math.abs(f);
      if (size > residual) residual = size;
      f0 = (trail * f0 - f) / lead;
      a0 = (trail * a0) / lead;
      c0 = (trail * c0 + scale[i]) / lead;
    }
    sums[0] = f0;
    sums[1] = a0;
    sums[2] = c0;
    sums[3] = sumFree;
    sums[4] = sumStart;
    sums[5] = sumChord;
    sums[6] = sumS;
    sums[7] = residual;
    return !stuck;
  }

  protected override readPins(s: Float64Array): void {
    const n = this.links;
    const { x, y, z, tx, ty, tz, at } = this;
    let far = 0;
    for (let i = 0; i < n; i++) {
      this.read(s[i], at);
      x[i] = at[0];
      y[i] = at[1];
      z[i] = at[5];
      tx[i] = at[2];
      ty[i] = at[3];
      tz[i] = at[6];
      far = Math.max(far, Math.abs(at[0]), Math.abs(at[1]), Math.abs(at[5]));
    }
    this.far = far;
    x[n] = x[0];
    y[n] = y[0];
    z[n] = z[0];
    tx[n] = tx[0];
    ty[n] = ty[0];
    tz[n] = tz[0];
  }

  protected override distance(i: number): number {
    const { x, y, z } = this;
    const [dx, dy, dz] = [x[i + 1] - x[i], y[i + 1] - y[i], z[i + 1] - z[i]];
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
  }
}
