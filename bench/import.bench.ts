import { joinDrawing, readDxf } from '@coin-relay/formats';
import { median, report, times } from './timing';

// Reading a DXF polyline of 20,000 points, and the same outline as 20,000 single lines joined up.
const N = 20_000;
const at = (i: number): [string, string] => {
  const a = (2 * Math.PI * i) / N;
  return [(600 * Math.cos(a)).toFixed(5), (250 * Math.sin(a)).toFixed(5)];
};
const groups = (...values: (string | number)[]): string => values.map((value) => `${value}\n`).join('');
const file = (entities: string): string =>
  groups(0, 'SECTION', 2, 'ENTITIES') + entities + groups(0, 'ENDSEC', 0, 'EOF');
const polyline = file(
  groups(0, 'LWPOLYLINE', 90, N, 70, 1) +
    Array.from({ length: N }, (_, i) => groups(10, at(i)[0], 20, at(i)[1])).join(''),
);
const loose = file(
  Array.from({ length: N }, (_, i) => {
    const [x, y] = at(i);
    const [u, v] = at(i + 1);
    return groups(0, 'LINE', 10, x, 20, y, 11, u, 21, v);
  }).join(''),
);
const work = (text: string) => (): void => {
  const lines = joinDrawing(readDxf(text), 0.01);
  if (lines.length !== 1 || !lines[0].closed) throw new Error(`found ${lines.length} lines`);
};
report(
  (
    [
      ['a polyline of 20,000 points', polyline],
      ['20,000 single lines, joined', loose],
    ] as const
  ).map(([name, text]) => {
    const mid = median(times(work(text), 9));
    return [name, `median ${mid.toFixed(0)} ms, ${(mid / 2000).toFixed(2)} of 2 s (wanted: under 1)`];
  }),
);
