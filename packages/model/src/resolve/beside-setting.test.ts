import { fitRow } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { PLAIN_SETTING } from '../families';
import { besideSetting, placesKept } from './beside-setting';
import { resolveRun } from './run';
import { resolveSetOut, type ResolvedSetOut } from './set-out';

const lift = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job;
const laid = (): ResolvedSetOut => {
  const { run, source, request } = resolveRun(lift);
  return resolveSetOut(lift, run, fitRow(source, request));
};

describe('two settings of a piece side by side', () => {
  it('the first half of its places sits as it did, the rest and all other pieces as they do', () => {
    const out = laid();
    const setting = { ...PLAIN_SETTING, out: 5 };
    const beside = besideSetting(out, { piece: out.pieces[0].id, setting });
    expect(beside.pieces).toHaveLength(out.pieces.length + 1);
    expect(beside.pieces.at(-1)).toEqual({ ...out.pieces[0], setting });
    const half = placesKept(out.table.count);
    expect(half).toBe(45);
    let kept = 0;
    beside.table.piece.forEach((number, i) => {
      const plain = out.table.piece[i];
      if (i < half && plain === 0) {
        expect(number).toBe(out.pieces.length);
        kept++;
      } else expect(number).toBe(plain);
    });
    expect(kept).toBeGreaterThan(10);
    // What it was made from is as it was.
    expect(out.table.piece).not.toContain(out.pieces.length);
  });

  it('of a piece that is not in the row, nothing changes', () => {
    const out = laid();
    expect(besideSetting(out, { piece: 'none', setting: PLAIN_SETTING })).toBe(out);
  });
});
