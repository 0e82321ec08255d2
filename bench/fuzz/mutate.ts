/** A source of numbers that is the same for the same seed (mulberry32; from memory). */
export function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Numbers that things break on. */
const NUMBERS = [
  '0', '-0', '1', '-1', '1e-9', '1e-300', '1e300', '1e7', '-1e7', '9999999', '1e21', '2147483648', '-2147483649',
  '0.1', '1e999', 'NaN', '20000', '19999', '100000', '500', '65536', '3.14159265358979', '.5', '1.', '+1',
]; // prettier-ignore
/** Pieces of text that mean something somewhere. */
const TOKENS = [
  '<', '>', '/', '"', "'", '&', '{', '}', '[', ']', '(', ')', ',', ';', ':', '#', '\n', '\r\n', '\t', ' ', '', '\u0000',
  'M', 'L', 'C', 'A', 'Z', 'm0 0', 'null', 'true', 'false', '[]', '{}', '<g>', '</g>', '<use href="#a"/>', 'EOF', 'ENDSEC',
  'SECTION', 'INSERT', 'SPLINE', '\u00fc', '\ud83d\ude00', '-', 'e', '%', 'url(#a)', '@media', '<!--', ']]>',
]; // prettier-ignore

/**
 * A text with some changes: numbers turned into others, pieces taken out, doubled, moved, or put in
 * from another text.
 * @param others what pieces are taken from
 */
export function mutate(text: string, others: readonly string[], next: () => number): string {
  let found = text;
  const many = 1 + Math.floor(next() * next() * 8);
  for (let k = 0; k < many; k++) found = changeOnce(found, others, next);
  return found;
}

/** A text with some of its numbers changed, a little or for others; now and then changed in any way. */
export function mutateNumbers(text: string, others: readonly string[], next: () => number): string {
  if (next() < 0.15) return mutate(text, others, next);
  let found = text;
  const many = 1 + Math.floor(next() * 5);
  for (let k = 0; k < many; k++) {
    const factor = FACTORS[Math.floor(next() * FACTORS.length)];
    const other = NUMBERS[Math.floor(next() * NUMBERS.length)];
    const from = Math.floor(next() * found.length);
    const isScaled = next() < 0.7;
    found = replaceNumber(found, from, (known) => (isScaled ? String(Number(known) * factor) : other));
  }
  return found;
}

const FACTORS = [-1, 0.01, 0.5, 0.9, 1.001, 1.5, 2, 10, 100];

function changeOnce(text: string, others: readonly string[], next: () => number): string {
  const at = (length: number): number => Math.floor(next() * length);
  const pick = <T>(from: readonly T[]): T => from[at(from.length)];
  const i = at(text.length + 1);
  const length = Math.floor(next() ** 3 * Math.min(400, text.length - i)) + 1;
  switch (at(8)) {
    case 0:
    case 1:
    case 2:
      return replaceNumber(text, i, () => pick(NUMBERS));
    case 3:
      return text.slice(0, i) + text.slice(i + length);
    case 4: {
      const piece = text.slice(i, i + length);
      return text.slice(0, i) + piece.repeat(1 + at(next() < 0.1 ? 200 : 4)) + text.slice(i);
    }
    case 5:
      return text.slice(0, i) + pick(TOKENS) + text.slice(next() < 0.5 ? i : i + 1);
    case 6: {
      const other = pick(others);
      const from = at(other.length);
      return text.slice(0, i) + other.slice(from, from + length) + text.slice(i);
    }
    default: {
      const to = at(text.length + 1);
      const piece = text.slice(i, i + length);
      const rest = text.slice(0, i) + text.slice(i + length);
      return rest.slice(0, to) + piece + rest.slice(to);
    }
  }
}

/** Another number in place of the next one after a place. */
function replaceNumber(text: string, from: number, other: (known: string) => string): string {
  const pattern = /-?\d+(\.\d+)?(e[+-]?\d+)?/g;
  pattern.lastIndex = from;
  const found = pattern.exec(text);
  if (!found) return text;
  return text.slice(0, found.index) + other(found[0]) + text.slice(found.index + found[0].length);
}
