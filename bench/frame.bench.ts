import { fitRow, newRowFrame, rowFrame } from '@coin-relay/core';
import { CHAIN_REQUEST, longChain } from './machines';
import { paired, report } from './timing';

// Building a frame from the cycle, against writing the same typed arrays with numbers at hand.
for (const pitch of [12.7, 0.494]) {
  const source = longChain();
  const fit = fitRow(
    source.kind === 'route'
      ? {
          ...source,
          wheels: source.wheels.map((w) =>
            w.size.by === 'teeth' ? { ...w, size: { by: 'radius' as const, radius: w.size.teeth * 2 } } : w,
          ),
        }
      : source,
    { ...CHAIN_REQUEST, pitch },
  );
  const frame = newRowFrame(fit.row);
  const { pins, arc } = frame;
  const rounds = Math.ceil(400_000 / fit.count);
  let travel = 0;
  const build = (): void => {
    for (let k = 0; k < rounds; k++) rowFrame(fit.row, (travel += 0.137), frame);
  };
  const write = (): void => {
    for (let k = 0; k < rounds; k++) {
      travel += 0.137;
      for (let i = 0; i < pins.length; i++) pins[i] = travel + i;
      for (let i = 0; i < arc.length; i++) arc[i] = travel + i;
    }
  };
  const { a, ratio } = paired(build, write, 15);
  report([
    [
      `frame of ${fit.count} links`,
      `${((a / rounds) * 1000).toFixed(2)} µs, ${ratio.toFixed(2)} times writing the arrays (wanted: at most 4)`,
    ],
  ]);
}
