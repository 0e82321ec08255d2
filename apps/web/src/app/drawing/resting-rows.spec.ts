import { beforeEach, describe, expect, it } from 'vitest';
import { RestingRows } from './resting-rows';
import type { PaintTurn } from '@coin-relay/painting';

/** A row that knows only how it stands. */
const row = (name: string, posture: readonly number[] = [0]): PaintTurn =>
  ({ row: { name, posture: () => posture }, layer: null }) as unknown as PaintTurn;

const VIEW = { scale: 1, x: 0, y: 0 };
const SIZE = [100, 100] as const;

let resting: RestingRows;
let painted: { name: string; direct: boolean }[];
let laid: number;
let ctx: CanvasRenderingContext2D;

beforeEach(() => {
  resting = new RestingRows();
  const canvas = document.createElement('canvas');
  ctx = {
    canvas,
    getTransform: () => ({}),
    save: () => undefined,
    restore: () => undefined,
    setTransform: () => undefined,
    drawImage: () => laid++,
  } as unknown as CanvasRenderingContext2D;
});

function paint(rows: readonly PaintTurn[], view = VIEW): string {
  painted = [];
  laid = 0;
  resting.paint(ctx, rows, view, SIZE, (on, each) =>
    painted.push({ name: (each.row as unknown as { name: string }).name, direct: on === ctx }),
  );
  return painted.map(({ name, direct }) => (direct ? name : `(${name})`)).join(' ');
}

describe('rows that rest while others change', () => {
  const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((name) => row(name));

  it('all are painted at first; then those below and above the one that changes are painted once', () => {
    expect(paint([a, b, c, d])).toBe('a b c d');
    expect(paint([a, b, row('c2'), d])).toBe('(a) (b) (d) c2');
    expect(laid).toBe(2);
    expect(paint([a, b, row('c3'), d])).toBe('c3');
    expect(laid).toBe(2);
  });

  it('their order is kept: what changes lies over those before it and under those behind it', () => {
    paint([a, b, c]);
    expect(paint([row('a2'), b, c])).toBe('(b) (c) a2');
    expect(laid).toBe(1);
    expect(paint([row('a3'), b, c])).toBe('a3');
  });

  it('a row that stands otherwise has changed, though it is the same row', () => {
    const turned = [0];
    const wheel = row('wheel', turned);
    paint([a, wheel, b]);
    turned[0] = 0.1;
    expect(paint([a, wheel, b])).toBe('a wheel b');
    expect(paint([a, row('wheel', [0.2]), b])).toBe('(a) (b) wheel');
  });

  it('nothing that was painted is used under another view, or after it was cleared', () => {
    paint([a, b, c]);
    paint([a, b, row('c2')]);
    expect(paint([a, b, row('c3')], { ...VIEW, scale: 2 })).toBe('a b c3');
    paint([a, b, row('c4')], { ...VIEW, scale: 2 });
    resting.clear();
    expect(paint([a, b, row('c5')], { ...VIEW, scale: 2 })).toBe('a b c5');
  });

  it('where nothing changes the pictures go on being used', () => {
    paint([a, b, c]);
    const next = row('c2');
    paint([a, b, next]);
    expect(paint([a, b, next])).toBe('c2');
    expect(paint([a, row('b2'), next])).toBe('(a) b2 c2');
  });
});
