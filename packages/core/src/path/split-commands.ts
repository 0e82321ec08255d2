/** Groups of numbers that follow a command each. */
const GROUP: Readonly<Record<string, number>> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7 };
/** Groups that one command keeps. */
const MOST_GROUPS = 200;

/** Path data whose commands have few groups of numbers each. */
export interface SplitData {
  readonly data: string;
  /** Where a character of it stood before. */
  readonly before: (offset: number) => number;
}

/**
 * Writes the command again where very many groups of numbers follow it: what reads them takes a
 * time that grows with the square of how many there are. What cannot be read is left as it is.
 */
export function splitCommands(d: string): SplitData {
  const inserted: number[] = [];
  const parts: string[] = [];
  const number = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/iy;
  let command = '';
  let size = 0;
  let numbers = 0;
  let from = 0;
  for (let i = 0; i < d.length;) {
    const c = d[i];
    if (isBetween(c)) {
      i++;
      continue;
    }
    const begun = GROUP[c.toLowerCase()];
    if (begun !== undefined || c === 'z' || c === 'Z') {
      command = c;
      size = begun ?? 0;
      numbers = 0;
      i++;
      continue;
    }
    if (size === 0) break;
    if (numbers === size * MOST_GROUPS) {
      parts.push(d.slice(from, i), (command = again(command)));
      inserted.push(i);
      from = i;
      numbers = 0;
    }
    const place = numbers % size;
    if (size === 7 && (place === 3 || place === 4)) {
      // The flags of an arc are one figure each, and may stand without a space.
      if (c !== '0' && c !== '1') break;
      i++;
    } else {
      number.lastIndex = i;
      if (!number.test(d)) break;
      i = number.lastIndex;
    }
    numbers++;
  }
  parts.push(d.slice(from));
  return {
    data: inserted.length === 0 ? d : parts.join(''),
    before: (offset) => {
      // Each letter that was put in before a place moved it on by one.
      let at = offset;
      for (let k = 0; k < inserted.length && inserted[k] < at; k++) at--;
      return at;
    },
  };
}

/** What the groups after the first mean: after a move they are lines (W3C SVG 2, chapter 9.3.3). */
const again = (command: string): string => (command === 'M' ? 'L' : command === 'm' ? 'l' : command);

const isBetween = (c: string): boolean =>
  c === ' ' || c === ',' || c === '\n' || c === '\t' || c === '\r' || c === '\f';
