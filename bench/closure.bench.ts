import { fitRow, layOut, newReading, pathReader, solveRingCycle } from '@coin-relay/core';
import { CHAIN_REQUEST, longChain } from './machines';
import { paired, report } from './timing';

// A full stiff fit with its cycle of 32 phases, against one naive placement of the same links at one phase.
const source = longChain();
const { path } = layOut(source, 12.7, 'stiff', { toothPitch: 12.7, scale: 1 });
const { count } = fitRow(source, CHAIN_REQUEST);

/**
 * The naive placement: from the last pin the path is walked in steps of a thousandth of a link
 * until the distance is the chord, and the chord is halved in until the last pin meets the first
 * to a thousandth of a link.
 */
function naive(): number {
  const read = pathReader(path);
  const at = newReading();
  let lo = 12;
  let hi = path.length / count;
  while (hi - lo > 1e-6) {
    const chord = (lo + hi) / 2;
    let s = 0;
    let x = NaN;
    let y = NaN;
    for (let i = 0; i <= count; i++) {
      if (i > 0) {
        do {
          s += chord / 1000;
          read(s, at);
        } while (Math.hypot(at[0] - x, at[1] - y) < chord);
      }
      read(s, at);
      x = at[0];
      y = at[1];
    }
    if (s > path.length) hi = chord;
    else lo = chord;
  }
  return lo;
}

const full = paired(() => fitRow(source, CHAIN_REQUEST), naive, 7);
const cycle = paired(() => solveRingCycle(path, count, 32), naive, 7);
report([
  [
    `cycle of ${count} links at 32 phases`,
    `${cycle.a.toFixed(1)} ms, ${cycle.ratio.toFixed(3)} of one naive placement at one phase (${cycle.b.toFixed(0)} ms)`,
  ],
  [
    'full fit: ideal count, pitch with its sprockets, cycle, ripple',
    `${full.a.toFixed(1)} ms, ${full.ratio.toFixed(3)} of one naive placement`,
  ],
]);
