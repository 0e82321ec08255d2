import { describe, expect, it } from 'vitest';
import { file, run, wheels } from './program.testing';

describe('bad input: one line on the error output, status 2, nothing on stdout', () => {
  const later = file('later.json', '{"format":"coin-relay-job","version":9}');
  const bomb = file(
    'bomb.svg',
    '<!DOCTYPE svg [<!ENTITY a "x">]><svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h1"/></svg>',
  );
  const overlap = file('overlap.json', '{"wheels":[{"x":0,"y":0,"radius":50},{"x":60,"y":0,"radius":50}]}');
  const inside = file('inside.json', '{"wheels":[{"x":0,"y":0,"radius":50},{"x":6,"y":0,"radius":10}]}');
  const huge = file(
    'huge.svg',
    `<svg xmlns="http://www.w3.org/2000/svg"><!--${' '.repeat(50_000_000)}--></svg>`,
  );
  it.each([
    [['measure', '--path', ''], /empty/],
    [['measure', '--path', 'M0 0L'], /character 6/],
    [['measure', '--path', 'M0 0L1e999 0'], /finite/],
    [['measure', '--path', 'M1 1L1 1'], /no length/],
    [['measure', '--path', 'M0 0h1M5 5h1'], /2 times/],
    [['fit', '--path', 'M0 0H100', '--pitch', '0'], /above zero/],
    [['fit', '--path', 'M0 0H100', '--pitch', 'NaN'], /finite number/],
    [['fit', '--path', 'M0 0H100', '--pitch', 'Infinity'], /finite number/],
    [['fit', '--path', 'M0 0H100', '--pitch', '101'], /longer than the path/],
    [['fit', '--path', 'M0 0H100'], /Give the pitch/],
    [['fit', '--path', 'M0 0H10V10H0Z', '--pitch', '30'], /at least 3/],
    [['fit', '--path', 'M0 0H100', '--pitch', '10', '--hold', 'tight'], /path, pitch, wheel, slack, both/],
    [['fit', '--wheels', overlap, '--pitch', '10'], /overlap by 40 mm/],
    [['fit', '--wheels', inside, '--pitch', '10'], /inside/],
    [['fit', '--job', later], /later Coin Relay/],
    [['measure', '--svg', bomb], /entities/],
    [['measure', '--svg', huge], /50\.0 MB/],
    [['measure', '--svg', '/no/such/file.svg'], /cannot be read/],
    [['measure'], /exactly one source/],
    [['measure', '--path', 'M0 0h1', '--wheels', wheels], /exactly one source/],
    [['hang', '--from', '0,0', '--to', '100,0', '--length', '90'], /do not reach/],
    [['hang', '--from', '0;0', '--to', '100,0', '--length', '90'], /--from needs a point/],
    [['hang', '--from', '0,0', '--to', '100,0'], /either --length or --sag/],
    [['contours'], /exactly one of/],
    [['measure', '--dxf', bomb], /not a DXF file/],
    [['measure', '--csv', bomb], /no points/],
    [['dance'], /unknown command/],
    [['fit', '--tempo', '3'], /unknown option/],
  ])('%j', async (argv, message) => {
    const { status, out, error } = await run(...argv);
    expect(status).toBe(2);
    expect(out).toBe('');
    expect(error).toMatch(message);
    expect(error).not.toContain('\n');
  });
});

describe('a curve whose handle has no length', () => {
  it('is placed with finite numbers: every pin of it', async () => {
    const { status, out } = await run('place', '--path', 'M0 0C0 0 30 40 60 0', '--pitch', '20');
    expect(status).toBe(0);
    const { pins } = JSON.parse(out) as { pins: [number | null, number | null][] };
    expect(pins.length).toBeGreaterThan(3);
    expect(pins.flat().every((x) => x !== null && Number.isFinite(x))).toBe(true);
    expect(pins[0]).toEqual([0, 0]);
  });

  it('and one that is the line between its ends has no tightest bend', async () => {
    const { out } = await run('measure', '--path', 'M0 0C0 0 93.1 37.7 93.1 37.7');
    expect(JSON.parse(out)).toMatchObject({ minRadius: null, corners: 0 });
  });
});
