import { chance } from '../set-out/chance';

/** A noise that comes back to where it began, in time and round a ring of places. */
export interface LoopingNoise {
  /**
   * @param place may lie between whole ones
   * @param time as a part of the period; whole numbers more or less are the same moment, to the last digit
   * @returns a value within [−1, 1]
   */
  at(place: number, time: number): number;
}

/** Cells of the lattice in one period: about as many swells. */
const CELLS_IN_TIME = 3;
/** The stream of chance that its gradients take, apart from those of sizes and turns. */
const STREAM = 11;

/**
 * Gradient noise on a square lattice that closes on itself: Perlin, Improving Noise (SIGGRAPH 2002),
 * with the fade 6 t⁵ − 15 t⁴ + 10 t³, which makes value, slope and curvature run on over every line
 * of the lattice, so also over the loop's end.
 * @param places on the ring; null for a row with ends
 * @param alike about so many neighbours do the same
 */
export function loopingNoise(seed: number, places: number | null, alike: number): LoopingNoise {
  const reach = Math.max(1, alike);
  const round = places === null ? null : Math.max(1, Math.round(places / reach));
  const perPlace = round === null || places === null ? 1 / reach : round / places;
  return {
    at(place, time) {
      const t = (time - Math.floor(time)) * CELLS_IN_TIME;
      const p = round === null ? place * perPlace : wrapped(place * perPlace, round);
      const t0 = Math.floor(t);
      const p0 = Math.floor(p);
      const u = fade(t - t0);
      const v = fade(p - p0);
      const corner = (dt: number, dp: number): number => {
        const column = (t0 + dt) % CELLS_IN_TIME;
        const line = round === null ? p0 + dp : (p0 + dp) % round;
        const angle = 2 * Math.PI * chance(seed, line * CELLS_IN_TIME + column, STREAM);
        return Math.cos(angle) * (t - t0 - dt) + Math.sin(angle) * (p - p0 - dp);
      };
      const early = corner(0, 0) + u * (corner(1, 0) - corner(0, 0));
      const late = corner(0, 1) + u * (corner(1, 1) - corner(0, 1));
      // In two dimensions gradients of length one give at most √2 / 2.
      return Math.SQRT2 * (early + v * (late - early));
    },
  };
}

const fade = (t: number): number => t * t * t * (t * (6 * t - 15) + 10);
const wrapped = (value: number, round: number): number => value - Math.floor(value / round) * round;
