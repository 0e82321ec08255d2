import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { writeCsv } from './write';

describe('tables as comma-separated values', () => {
  it('quotes as RFC 4180, sections 2.5 to 2.7, and reads back', () => {
    const text = writeCsv([
      ['at "s", mm', 'two\nlines', null],
      [0, -7.5, 1e-9],
    ]);
    expect(text).toBe('"at ""s"", mm","two\nlines",\r\n0,-7.5,1e-9\r\n');
    expect(Papa.parse<string[]>(text.trimEnd()).data).toEqual([
      ['at "s", mm', 'two\nlines', ''],
      ['0', '-7.5', '1e-9'],
    ]);
  });

  it.each(['=1+1', '+A1', '-A1', '@SUM(A1)', '\tx'])('keeps %j a text', (text) => {
    expect(Papa.parse<string[]>(writeCsv([[text]]).trimEnd()).data[0][0]).toBe(`'${text}`);
  });
});
