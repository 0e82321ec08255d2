import { describe, expect, it } from 'vitest';
import { graphTable, rangeOf, valueAt } from './graph-data';

describe('graphs as tables', () => {
  it('has a row for every x of any line, empty where a line says nothing there', () => {
    const lines = [
      { name: 'one', x: [0, 2], y: [5, 6] },
      { name: 'two, with a comma', x: [1, 2], y: [7.5, -8] },
    ];
    // Quoting as in RFC 4180, sections 2.5 to 2.7.
    expect(graphTable(lines, { x: 'at "s", mm', y: '' })).toBe(
      '"at ""s"", mm",one,"two, with a comma"\r\n0,5,\r\n1,,7.5\r\n2,6,-8\r\n',
    );
  });

  it('reads straight between points, and nothing outside of them', () => {
    const line = { name: '', x: [0, 10, 20], y: [0, 5, -5] };
    expect([valueAt(line, 5), valueAt(line, 15), valueAt(line, 20), valueAt(line, 21)]).toEqual([
      2.5,
      0,
      -5,
      null,
    ]);
    expect(rangeOf(line)).toEqual([-5, 5]);
  });
});
