import { closeApproaches, drawnContour, fitRow, movePoint, type DrawnPath } from '@coin-relay/core';
import { CHAIN_REQUEST } from './machines';
import { median, report } from './timing';

// What the worker does for each move of the pointer while a point of a path of 2,000 curves is
// dragged that carries 500 links; and the same with straight pieces.
const PIECES = 2_000;
const LENGTH = 500 * 12.7;

/** The handle of a smooth curve: a third of the way to the next point, along the tangent. */
function handle(radius: number, a: number): { x: number; y: number } {
  const r = radius * (1 + 0.05 * Math.sin(7 * a));
  const slope = radius * 0.35 * Math.cos(7 * a);
  const k = (2 * Math.PI) / PIECES / 3;
  return {
    x: k * (slope * Math.cos(a) - r * Math.sin(a)),
    y: k * (slope * Math.sin(a) + r * Math.cos(a)),
  };
}

function wavy(kind: 'curve' | 'line'): DrawnPath {
  const radius = LENGTH / (2 * Math.PI);
  return {
    closed: true,
    points: Array.from({ length: PIECES }, (_, i) => {
      const a = (2 * Math.PI * i) / PIECES;
      const r = radius * (1 + 0.05 * Math.sin(7 * a));
      const out = handle(radius, a);
      const next = handle(radius, (2 * Math.PI * (i + 1)) / PIECES);
      return {
        x: r * Math.cos(a),
        y: r * Math.sin(a),
        next: kind === 'line' ? { kind } : { kind, out, in: { x: -next.x, y: -next.y } },
      };
    }),
  };
}

const lines: [string, string][] = [];
for (const kind of ['curve', 'line'] as const) {
  const base = wavy(kind);
  const found: number[] = [];
  let links = 0;
  for (let k = 0; k < 60; k++) {
    const { x, y } = base.points[100];
    const start = performance.now();
    const path = movePoint(base, 100, { x: x + 0.01 * k, y: y + 0.01 * k });
    const fit = fitRow({ kind: 'contour', contour: drawnContour(path) }, CHAIN_REQUEST);
    closeApproaches(fit.layout.path, 11.8);
    if (k >= 20) found.push(performance.now() - start);
    links = fit.count;
  }
  const mid = median(found.sort((a, b) => a - b));
  lines.push([
    `${PIECES} ${kind === 'line' ? 'straight pieces' : 'curves'}, ${links} links`,
    `median ${mid.toFixed(1)} ms, ${(mid / 50).toFixed(2)} of 50 ms (wanted: under 1)`,
  ]);
}
report(lines);
