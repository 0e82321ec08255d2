import { RelayError } from '@coin-relay/core';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { DRAWING_LIMITS } from './drawing';
import { joinDrawing } from './join';
import { drawingFormat, readDrawing } from './read';

// Files within the size that is read, each of which once took more than 20 s or 2 GB: what is wanted of
// them grows with their length alone. The time is that of the test, which is far above what they take.

const svg = (inner: string, attributes = ''): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inner}</svg>`;
const groups = (...values: (string | number)[]): string => values.map((value) => `${value}\n`).join('');
const dxf = (entities: string, blocks = ''): string =>
  groups(0, 'SECTION', 2, 'BLOCKS') +
  blocks +
  groups(0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') +
  entities +
  groups(0, 'ENDSEC', 0, 'EOF');
const times = (many: number, made: (i: number) => string): string =>
  Array.from({ length: many }, (_, i) => made(i)).join('');
const line = '<path d="M0 0H9"/>';
const block = (inner: string): string =>
  groups(0, 'BLOCK', 2, 'B', 10, 0, 20, 0) + inner + groups(0, 'ENDBLK');
const insert = (columns: number, rows: number): string =>
  groups(0, 'INSERT', 2, 'B', 70, columns, 71, rows, 44, 1, 45, 1);

/** How many lines come of a file, or the code of what is wrong with it. */
function outcome(name: string, text: string): number | string {
  try {
    const drawing = readDrawing(drawingFormat(name, text), text);
    return joinDrawing(drawing, 0.01).length;
  } catch (error) {
    if (error instanceof RelayError) return error.code;
    throw error;
  }
}

describe('files that are heavy to read', () => {
  it.each<[string, string, () => string, number | string]>([
    ['20,000 copies of one path with an id', 'a.svg', () => svg(`<path id="p" d="M0 0H9"/>${'<use href="#p"/>'.repeat(20_000)}`), 10_000],
    ['2,000 copies of a path of 5,000 pieces', 'a.svg', () => svg(`<defs><path id="p" d="M0 0${'l1 2'.repeat(5_000)}"/></defs>${'<use href="#p"/>'.repeat(2_000)}`), 'file-too-large'],
    ['a width of 60,000 figures and a mark', 'a.svg', () => svg(line, `width="${'1'.repeat(60_000)}!"`), 1],
    ['20,000 rules for 20,000 elements', 'a.svg', () => svg(`<style>${times(20_000, (i) => `.c${i}{display:inline}`)}</style>${times(20_000, (i) => `<path class="d${i}" d="M${i} 0H9"/>`)}`), 10_000],
    ['100,000 rules for one class', 'a.svg', () => svg(`<style>${'.a{display:inline}'.repeat(50_000)}</style>${'<path class="a" d="M0 0H9"/>'.repeat(2_000)}`), 'file-refused'],
    ['30,000 style sheets', 'a.svg', () => svg(times(30_000, (i) => `<style>.c${i}{display:inline}</style>`) + line), 1],
    ['200,000 elements side by side', 'a.svg', () => svg('<g/>'.repeat(200_000) + line), 1],
    ['200,000 media rules within each other', 'a.svg', () => svg(`<style>${'@media all{'.repeat(80_000)}.a{display:none}</style>${line}`), 1],
    ['49,000 curves that go ten kilometres', 'a.svg', () => svg(`<path d="M0 0${times(49_000, (i) => `C${(i * 7919) % 9e6} ${-((i * 104_729) % 9e6)} ${(i * 31) % 9e6} ${(i * 15_485_863) % 9e6} ${i} ${i * 100}`)}"/>`), 1],
    ['a polygon of 180,000 corners', 'a.svg', () => svg(`<polygon points="${'1 2 '.repeat(180_000)}"/>`), 0],
    ['15,000 lines that meet in one point', 'a.dxf', () => dxf(times(15_000, (i) => groups(0, 'LINE', 10, 0, 20, 0, 11, i + 1, 21, 5))), 7_500],
    ['15,000 lines that nearly meet in one point', 'a.dxf', () => dxf(times(15_000, (i) => groups(0, 'LINE', 10, i * 1e-7, 20, ((i * i) % 977) * 1e-7, 11, i, 21, 1_000 + i * 10))), 7_500],
    ['a spline of 20,000 points', 'a.dxf', () => dxf(groups(0, 'SPLINE', 71, 3) + times(20_004, (i) => groups(40, i)) + times(20_000, (i) => groups(10, i, 20, i % 7))), 1],
    ['a block 100 × 100 times', 'a.dxf', () => dxf(insert(100, 100), block(groups(0, 'LINE', 5, 'AB', 10, 0, 20, 0, 11, 1, 21, 0))), 100],
    ['a block 1,000 × 1,000 times, in 166 bytes', 'a.dxf', () => dxf(insert(1_000, 1_000), block(groups(0, 'LINE', 5, 'AB', 10, 0, 20, 0, 11, 1, 21, 0))), 'file-too-large'],
    ['many copies of an entity of many groups', 'a.dxf', () => dxf(insert(400, 400), block(groups(0, 'LWPOLYLINE') + times(40_000, (i) => groups(10, i, 20, 0)))), 'file-too-large'],
    ['19 MB of ends of lines', 'a.csv', () => `${'\n'.repeat(19e6)}1,2\n3,4\n`, 'file-too-large'],
    ['a row of 19 million cells', 'a.csv', () => `1,2${','.repeat(19e6)}\n3,4\n`, 'file-broken'],
  ])('%s', (_what, name, text, wanted) => {
    expect(outcome(name, text())).toBe(wanted);
  }); // prettier-ignore

  it.each(['hang-1.dxf', 'hang-2.dxf', 'hang-3.dxf', 'hang-4.dxf', 'hang-5.dxf', 'slow-1.svg', 'slow-2.svg'])(
    '%s, which was found',
    (name) => {
      const at = fileURLToPath(new URL(`../../../../fixtures/hostile/${name}`, import.meta.url));
      const found = outcome(name, readFileSync(at, 'utf8'));
      expect(typeof found === 'number' || found === 'file-too-large').toBe(true);
    },
  );

  it('the number of pieces that are read is the stated one', () => {
    const quarter = DRAWING_LIMITS.pieces / 4;
    const path = `<path d="M0 0${'h1v1'.repeat(quarter / 2)}"/>`;
    expect(outcome('a.svg', svg(path.repeat(4)))).toBeTypeOf('number');
    expect(outcome('a.svg', svg(path.repeat(4) + line))).toBe('file-too-large');
  });
});
