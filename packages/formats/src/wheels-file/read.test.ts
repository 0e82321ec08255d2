import { type RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { readWheels } from './read';

const code = (text: string): string => {
  try {
    readWheels(text);
  } catch (error) {
    return (error as RelayError).code;
  }
  return 'read';
};

describe('the wheels file', () => {
  it('takes wheels by radius, or by teeth and pitch', () => {
    const source = readWheels(
      '{"closed":true,"wheels":[{"x":0,"y":0,"radius":30,"turn":"cw"},{"x":100,"y":0,"teeth":17,"pitch":12.7}]}',
    );
    expect(source).toEqual({
      kind: 'route',
      closed: true,
      wheels: [
        { id: '1', x: 0, y: 0, turn: 'cw', size: { by: 'radius', radius: 30 } },
        { id: '2', x: 100, y: 0, turn: 'ccw', size: { by: 'teeth', teeth: 17, pitch: 12.7 } },
      ],
    });
  });

  it.each([
    'nonsense',
    '{}',
    '{"wheels":[{"x":0,"y":0}]}',
    '{"wheels":[{"x":0,"y":0,"radius":3,"teeth":17,"pitch":12.7}]}',
    '{"wheels":[{"x":0,"y":0,"teeth":17}]}',
    '{"wheels":[{"x":"a","y":0,"radius":3}]}',
    '{"wheels":[{"x":0,"y":0,"radius":3,"turn":"left"}]}',
  ])('refuses %s', (text) => {
    expect(code(text)).toBe('file-broken');
  });

  it('says which field', () => {
    expect(() => readWheels('{"wheels":[{"x":0,"y":0,"radius":3},{"x":0,"y":null,"radius":3}]}')).toThrow(
      /wheels\.1\.y/,
    );
  });
});
