import { describe, expect, it } from 'vitest';
import { fileTasks, MOST_OFFERED } from './file-tasks';

const svg = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${inner}</svg>`;

describe('the work of the thread that reads files', () => {
  it('offers the lines of a file, longest first, with what was joined', () => {
    const stages: string[] = [];
    const reply = fileTasks().readLines(
      'two.svg',
      svg('<path id="a" d="M0 0H60"/><path id="b" d="M60.005 0V10"/><path id="c" d="M0 40H9"/>'),
      0.01,
      (words) => stages.push(words),
    );
    if (!reply.ok) throw new Error(reply.message);
    const { lines, count, joined, box, physical } = reply.value;
    expect(lines.map(({ id }) => id)).toEqual(['a', 'c']);
    expect(count).toBe(2);
    expect(joined).toMatchObject({ lines: 1, parts: 2 });
    expect(joined?.widest).toBeCloseTo(0.005, 9);
    // Previews have y down, as the file has.
    expect(box?.map((x) => Math.round(x) + 0)).toEqual([0, 0, 60, 40]);
    expect(lines[1].d).toBe('M0 40L9 40');
    expect(physical).toBe(true);
    expect(stages).toEqual(['Finding the lines in it…', '3 lines: joining those that meet…']);
  });

  it('joins a file once more at another tolerance, and counts what it does not offer', () => {
    const tasks = fileTasks();
    const text = svg(
      Array.from({ length: MOST_OFFERED + 7 }, (_, i) => `<path d="M${i} 0V${i + 1}"/>`).join(''),
    );
    const near = tasks.readLines('many.svg', text, 0);
    if (!near.ok) throw new Error(near.message);
    expect(near.value.lines).toHaveLength(MOST_OFFERED);
    expect(near.value.count).toBe(MOST_OFFERED + 7);
    expect(near.value.lines[0].length).toBeCloseTo(MOST_OFFERED + 7, 9);
    expect(near.value.joined).toBeNull();
    const wide = tasks.readLines('many.svg', text, 1.1);
    expect(wide.ok ? wide.value.count : Infinity).toBeLessThan(MOST_OFFERED);
  });

  it('a file without lines has no box; one that cannot be read says why', () => {
    const empty = fileTasks().readLines('none.svg', svg(''), 0);
    expect(empty.ok && [empty.value.count, empty.value.box]).toEqual([0, null]);
    expect(fileTasks().readLines('broken.svg', '<svg', 0)).toMatchObject({ ok: false });
  });

  it('reads closed lines as the outline of a piece', () => {
    const reply = fileTasks().readOutline('link.svg', svg('<path d="M0 0H60V20H0Z"/>'), 0.01);
    expect(reply.ok && reply.value).toHaveLength(1);
    expect(fileTasks().readOutline('open.svg', svg('<path d="M0 0H60"/>'), 0.01)).toMatchObject({
      ok: false,
      code: 'outline-invalid',
    });
  });
});
