import { IDENTITY, multiply, type AffineTuple } from '@coin-relay/core';

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * Reads a `transform` attribute (W3C SVG 2, chapter 8; CSS Transforms 1).
 * @returns null where it cannot be read
 */
export function parseTransform(text: string): AffineTuple | null {
  let matrix: AffineTuple = IDENTITY;
  const pattern = /[\s,]*([a-zA-Z]+)\s*\(([^()]*)\)/y;
  const source = text.trim();
  while (pattern.lastIndex < source.length) {
    const match = pattern.exec(source);
    if (!match) return null;
    const numbers = match[2]
      .trim()
      .split(/[\s,]+/)
      .filter((part) => part !== '')
      .map((part) => Number(part.replace(/(px|deg)$/, '')));
    if (numbers.some((n) => !Number.isFinite(n))) return null;
    const step = oneTransform(match[1], numbers);
    if (!step) return null;
    matrix = multiply(matrix, step);
  }
  return matrix;
}

function oneTransform(kind: string, n: readonly number[]): AffineTuple | null {
  switch (kind) {
    case 'matrix':
      return n.length === 6 ? [n[0], n[1], n[2], n[3], n[4], n[5]] : null;
    case 'translate':
      return n.length === 1 || n.length === 2 ? [1, 0, 0, 1, n[0], n[1] ?? 0] : null;
    case 'scale':
      return n.length === 1 || n.length === 2 ? [n[0], 0, 0, n[1] ?? n[0], 0, 0] : null;
    case 'rotate': {
      if (n.length !== 1 && n.length !== 3) return null;
      const c = Math.cos(radians(n[0]));
      const s = Math.sin(radians(n[0]));
      const turn: AffineTuple = [c, s, -s, c, 0, 0];
      if (n.length === 1) return turn;
      return multiply([1, 0, 0, 1, n[1], n[2]], multiply(turn, [1, 0, 0, 1, -n[1], -n[2]]));
    }
    case 'skewX':
      return n.length === 1 ? [1, 0, Math.tan(radians(n[0])), 1, 0, 0] : null;
    case 'skewY':
      return n.length === 1 ? [1, Math.tan(radians(n[0])), 0, 1, 0, 0] : null;
    default:
      return null;
  }
}
