import { describe, expect, it } from 'vitest';
import type { RowLayers } from '@coin-relay/model';
import { rowTurns } from './layers';

interface Row {
  readonly name: string;
  readonly layers: RowLayers | null;
}
const row = (name: string, root: string | null, ...heights: number[]): Row => ({
  name,
  layers:
    root === null
      ? null
      : {
          root,
          ends: Float64Array.from(heights, (_, i) => (i + 1) / heights.length),
          heights: Float64Array.from(heights),
        },
});
const turns = (...rows: Row[]): string[] =>
  rowTurns(rows, ({ layers }) => layers).map(({ row: { name }, layer }) =>
    layer === null ? name : `${name} ${layer}`,
  );

describe('the turns that rows are drawn in', () => {
  const [one, two] = [row('one', 'axis', 1, -1, 1), row('two', 'axis', -1, 1, -1)];
  const core = row('core', 'axis', 0);

  it('rows that wind round nothing are drawn as they come', () => {
    expect(turns(row('a', null), row('b', null), row('c', null))).toEqual(['a', 'b', 'c']);
  });

  it('what is under the axis comes first, then what is on it, then what is over it once more', () => {
    expect(turns(core, one, two)).toEqual(['one', 'two', 'core', 'one 1', 'two 1']);
  });

  it('they are drawn where the first of them would be', () => {
    expect(turns(row('a', null), one, row('b', null), two)).toEqual([
      'a',
      'one',
      'two',
      'one 1',
      'two 1',
      'b',
    ]);
  });

  it('one alone needs no turns of its own, and rows of another axis have theirs', () => {
    expect(turns(one)).toEqual(['one']);
    expect(turns(one, row('else', 'other', 1, -1), two)).toEqual(['one', 'two', 'one 1', 'two 1', 'else']);
  });

  it('what winds round a strand lies between the layers of that', () => {
    expect(turns(one, row('fine', 'axis', -1.25, -0.75, 0.75, 1.25))).toEqual([
      ...['fine', 'one', 'fine -0.75', 'fine 0.75', 'one 1', 'fine 1.25'],
    ]);
  });
});
