import { fitRow } from '@coin-relay/core';
import { CHAIN_REQUEST, longChain } from './machines';
import { median, report } from './timing';

// What the worker does for each move of the pointer while a wheel is dragged in a job of 200 links.
const found: Record<string, number[]> = { path: [], pitch: [], both: [] };
let links = 0;
for (let k = 0; k < 90; k++) {
  for (const hold of ['path', 'pitch', 'both'] as const) {
    const source = longChain(1060 + k * 0.7, 90 - k * 0.4);
    const start = performance.now();
    links = fitRow(source, { ...CHAIN_REQUEST, hold }).count;
    if (k >= 30) found[hold].push(performance.now() - start);
  }
}
const line = (times: number[]): string => {
  const sorted = times.sort((a, b) => a - b);
  const mid = median(sorted);
  return `median ${mid.toFixed(1)} ms, ${(mid / 16).toFixed(2)} of a frame of 16 ms (wanted: under 1); slowest ${sorted[sorted.length - 1].toFixed(1)} ms`;
};
report([
  [`the pitch gives way, ${links} links`, line(found['path'])],
  ['the path gives way', line(found['pitch'])],
  ['a gap is left', line(found['both'])],
]);
