import { expose, wrap } from 'comlink';
import { describe, expect, it } from 'vitest';
import { handOver } from './hand-over';

describe('an answer that is handed over', () => {
  it('arrives whole, and what was kept is still there', async () => {
    const kept = {
      row: { pins: Float64Array.of(1, 2, 3), arc: new Float64Array(0), names: ['a', 'b'] },
      frames: new Map([['run', { sizes: Float32Array.of(4) }]]),
      list: [{ k: Int32Array.of(5, 6) }, null],
      none: undefined,
    };
    const { port1, port2 } = new MessageChannel();
    expose({ answer: () => handOver(kept) }, port1);
    const far = wrap<{ answer(): typeof kept }>(port2);
    for (let k = 0; k < 2; k++) expect(await far.answer()).toEqual(kept);
    expect([...kept.row.pins]).toEqual([1, 2, 3]);
    port1.close();
    port2.close();
  });

  it('two views of one buffer stay views of one buffer', () => {
    const buffer = new Float64Array([1, 2, 3, 4]).buffer;
    const copy = handOver({ a: new Float64Array(buffer, 0, 2), b: new Float64Array(buffer, 16, 2) });
    expect(copy.a.buffer).toBe(copy.b.buffer);
    expect(copy.a.buffer).not.toBe(buffer);
    expect([...copy.b]).toEqual([3, 4]);
  });

  it('functions cannot be handed over: that is said at once', () => {
    expect(() => handOver({ f: () => 1 })).toThrow(/clone/);
  });
});
