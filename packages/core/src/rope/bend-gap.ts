import { goldenMaximum } from '../math';
import { strandGap, type Lay } from './strands';

/** Places round the rope, and along the neighbour, that are looked at before the nearest ones are closed in on. */
const ROUND = 72;
const ALONG = 24;
const NARROWER = 48;

/**
 * How far apart the middles of neighbouring strands are where they are nearest in a bend, mm: the frame of a circle does
 * not turn, so that strands lie on a torus, angles going on evenly with the length of its middle. On its inside they are
 * squeezed along it, and come nearer than where the rope is straight. Zero where the bend is no wider than the rope.
 * @param radius of the circle through the middles of the strands, mm
 * @param bend of the middle of the rope, mm; infinite where that is straight
 */
export function strandGapInBend(radius: number, { strands, lay }: Lay, bend: number): number {
  if (!(bend > radius)) return 0;
  if (bend === Infinity) return strandGap(radius, { strands, lay });
  const apart = (2 * Math.PI) / strands;
  const rise = lay / (2 * Math.PI);
  /** Squared, from the angle of one strand to its neighbour so much further round. */
  const squared = (angle: number, further: number): number => {
    const a = bend - radius * Math.cos(angle);
    const b = bend - radius * Math.cos(angle + further);
    const up = radius * (Math.sin(angle + further) - Math.sin(angle));
    const t = ((further - apart) * rise) / bend;
    // Twice a b (1 − cos t), so that what is near is told exactly.
    return (a - b) ** 2 + 4 * a * b * Math.sin(t / 2) ** 2 + up ** 2;
  };
  const nearest = (angle: number): number =>
    leastOf((further) => squared(angle, further), -apart, 2 * apart, ALONG);
  return Math.sqrt(leastOf(nearest, 0, 2 * Math.PI, ROUND));
}

/** The least value of a function that has one hollow between neighbours of some of its places. */
function leastOf(f: (x: number) => number, from: number, to: number, many: number): number {
  const step = (to - from) / many;
  let [best, least] = [from, Infinity];
  for (let i = 0; i <= many; i++) {
    const value = f(from + i * step);
    if (value < least) [best, least] = [from + i * step, value];
  }
  return Math.min(least, -goldenMaximum((x) => -f(x), best - step, best + step, NARROWER).value);
}
