import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type RelayError } from '../error';
import { parsePathData } from './svg-path-data';
import { splitCommands } from './split-commands';

const COMMANDS = ['L', 'l', 'H', 'v', 'C', 's', 'Q', 't', 'A', 'a', 'm', 'M'] as const;

describe('path data of few commands with very many numbers', () => {
  it('is the same path', () => {
    const group = (command: string, n: number): string => {
      const size = { l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, m: 2 }[command.toLowerCase()]!;
      if (size === 7)
        return `${3 + (n % 5)} 2.5 ${n % 90} ${n % 2}${(n >> 1) % 2}${1 + (n % 7)}-${2 + (n % 3)}`;
      return Array.from({ length: size }, (_, k) => `${((n * 7 + k * 3) % 19) - 9}.5`).join(k(n));
    };
    const k = (n: number): string => (n % 2 ? ' ' : ',');
    fc.assert(
      fc.property(fc.constantFrom(...COMMANDS), fc.integer({ min: 150, max: 900 }), (command, many) => {
        const groups = Array.from({ length: many }, (_, n) => group(command, n));
        const one = `M0 0${command}${groups.join(' ')}`;
        const each = groups.map((each, i) => {
          const plain = i === 0 ? command : command === 'M' ? 'L' : command === 'm' ? 'l' : command;
          return `${plain}${each}`;
        });
        expect(parsePathData(one)).toEqual(parsePathData(`M0 0${each.join('')}`));
      }),
      { numRuns: 60, seed: 20261127 },
    );
  });

  it('short data stays as it is written', () => {
    for (const d of ['M0 0L1 1', 'M0,0 1e3-2.5.5z', 'M0 0A1 1 0 0110 10', 'nonsense', ''])
      expect(splitCommands(d).data).toBe(d);
  });

  it('a fault is told where it stands', () => {
    const good = `M0 0L${'1 2 '.repeat(2_000)}`;
    try {
      parsePathData(`${good}?`);
      expect.fail('it was read');
    } catch (error) {
      expect((error as RelayError).subject.offset).toBe(good.length);
    }
  });

  it('takes a time that grows with its length alone: 400,000 numbers are read', () => {
    expect(parsePathData(`M0 0L${'1 2 '.repeat(200_000)}`)[0].segments).toHaveLength(200_000);
  });
});
