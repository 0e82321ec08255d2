import { dxfFile, entity } from '@coin-relay/formats/dxf-testing';
import { describe, expect, it } from 'vitest';
import { fileTasks, MOST_OFFERED, type FileOfLines, type ReadResult } from './file-tasks';
import type { Reply } from './reply';

const svg = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${inner}</svg>`;
const file = (name: string, text: string): FileOfLines => ({ name, bytes: new TextEncoder().encode(text) });
const given = (reply: Reply<ReadResult>): ReadResult => {
  if (!reply.ok) throw new Error(reply.message);
  return reply.value;
};

describe('the work of the thread that reads files', () => {
  it('offers the lines of a file, longest first, with what was joined', async () => {
    const stages: string[] = [];
    const reply = await fileTasks().readLines(
      file(
        'two.svg',
        svg('<path id="a" d="M0 0H60"/><path id="b" d="M60.005 0V10"/><path id="c" d="M0 40H9"/>'),
      ),
      0.01,
      'as-it-is',
      (words) => stages.push(words),
    );
    const { lines, count, joined, boxes, physical, leavesPlane } = given(reply);
    expect(lines.map(({ id }) => id)).toEqual(['a', 'c']);
    expect(count).toBe(2);
    expect(joined).toMatchObject({ lines: 1, parts: 2 });
    expect(joined?.widest).toBeCloseTo(0.005, 9);
    // Previews have y down, as the file has.
    expect(boxes.xy?.map((x) => Math.round(x) + 0)).toEqual([0, 0, 60, 40]);
    expect(boxes.xz).toBeNull();
    expect(lines[1].seen).toEqual({ xy: 'M0 40L9 40', xz: '', yz: '' });
    expect([physical, leavesPlane]).toEqual([true, false]);
    expect(stages).toEqual(['Finding the lines in it…', '3 lines: joining those that meet…']);
  });

  it('joins a file once more at another tolerance, and counts what it does not offer', async () => {
    const tasks = fileTasks();
    const many = file(
      'many.svg',
      svg(Array.from({ length: MOST_OFFERED + 7 }, (_, i) => `<path d="M${i} 0V${i + 1}"/>`).join('')),
    );
    const near = given(await tasks.readLines(many, 0));
    expect(near.lines).toHaveLength(MOST_OFFERED);
    expect(near.count).toBe(MOST_OFFERED + 7);
    expect(near.lines[0].length).toBeCloseTo(MOST_OFFERED + 7, 9);
    expect(near.joined).toBeNull();
    expect(given(await tasks.readLines(many, 1.1)).count).toBeLessThan(MOST_OFFERED);
  });

  it('a file without lines has no box; one that cannot be read says why', async () => {
    const empty = given(await fileTasks().readLines(file('none.svg', svg('')), 0));
    expect([empty.count, empty.boxes.xy]).toEqual([0, null]);
    expect(await fileTasks().readLines(file('broken.svg', '<svg'), 0)).toMatchObject({ ok: false });
  });

  it('reads closed lines as the outline of a piece', async () => {
    const reply = await fileTasks().readOutline(file('link.svg', svg('<path d="M0 0H60V20H0Z"/>')), 0.01);
    expect(reply.ok && reply.value).toHaveLength(1);
    expect(await fileTasks().readOutline(file('open.svg', svg('<path d="M0 0H60"/>')), 0.01)).toMatchObject({
      ok: false,
      code: 'outline-invalid',
    });
  });
});

describe('a file that leaves the plane', () => {
  const risen = file('risen.csv', '0;0;0\n40;0;10\n40;30;10\n0;30;25');
  it('gives points in space, seen along three pairs of axes', async () => {
    const { lines, boxes, leavesPlane } = given(await fileTasks().readLines(risen, 0));
    expect(leavesPlane).toBe(true);
    expect(lines[0].given).toMatchObject({ kind: 'space', points: { length: 4 } });
    expect([boxes.xy, boxes.xz, boxes.yz].map((box) => box?.map((x) => Math.round(x) + 0))).toEqual([
      [0, -30, 40, 0],
      [0, -25, 40, 0],
      [0, -25, 30, 0],
    ]);
    expect(lines[0].seen.yz).toBe('M0 0L0 -10L30 -10L30 -25');
  });

  it('is turned so that what is up in it is up', async () => {
    const { lines } = given(await fileTasks().readLines(risen, 0, 'y-to-z'));
    const [{ given: taken }] = lines;
    expect(taken.kind === 'space' && taken.points.map(({ x, y, z }) => [x, y + 0, z])).toEqual([
      [0, 0, 0],
      [40, -10, 0],
      [40, -10, 30],
      [0, -25, 30],
    ]);
    const back = given(await fileTasks().readLines(risen, 0, 'z-to-y')).lines[0].given;
    expect(back.kind === 'space' && back.points[3]).toMatchObject({ x: 0, y: 25, z: -30 });
  });

  it('what lies flat in it lies in a plane, or in the drawing', async () => {
    const text = dxfFile([
      entity('CIRCLE', 10, 0, 20, 0, 30, 5, 40, 10),
      entity('LINE', 10, 0, 20, 0, 11, 30, 21, 0),
    ]);
    const { lines } = given(await fileTasks().readLines(file('two.dxf', text), 0));
    expect(lines.map(({ given: taken }) => taken.kind === 'flat' && taken.plane)).toEqual([
      { origin: { x: 0, y: 0, z: 5 }, turns: { x: 0, y: 0, z: 0 } },
      null,
    ]);
  });

  it('a line of more points than a path may have is left out, and said', async () => {
    const text = Array.from({ length: 20_001 }, (_, i) => `${i},${i % 2},${i % 3}`).join('\n');
    const { lines, skipped } = given(await fileTasks().readLines(file('long.csv', text), 0));
    expect(lines).toEqual([]);
    expect(skipped).toMatchObject([{ what: 'line in space', count: 1 }]);
  });
});
