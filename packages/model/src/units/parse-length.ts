import type { Unit } from '../job/parts';
import { MILLIMETRES } from './millimetres';

/**
 * Reads a typed length: a number with or without a unit (mm, cm, m, in, ft), fractions
 * ("1/2 in"), and simple sums ("400 + 2*12.7", "1 ft 2 in"). A bare number is in `unit`.
 * @returns millimetres, or null where it cannot be read
 */
export function parseLength(text: string, unit: Unit): number | null {
  const tokens = tokenize(text);
  if (!tokens || tokens.length === 0 || tokens.length > 100) return null;
  const reader = new SumReader(tokens);
  const value = reader.sum();
  if (!value || !reader.done) return null;
  const mm = value.isLength ? value.amount : value.amount * MILLIMETRES[unit];
  return Number.isFinite(mm) ? mm : null;
}

type Token = number | string;

function tokenize(text: string): Token[] | null {
  const source = text.trim().toLowerCase().replace(/,/g, '.').replace(/[×·]/g, '*').replace(/−/g, '-');
  const pattern = /\s*(?:(\d+\.?\d*(?:e[+-]?\d+)?|\.\d+)|(mm|cm|m|in|ft|"|')|([-+*/()]))\s*/y;
  const tokens: Token[] = [];
  while (pattern.lastIndex < source.length) {
    const match = pattern.exec(source);
    if (!match) return null;
    tokens.push(match[1] !== undefined ? Number(match[1]) : (match[2] ?? match[3]));
  }
  return tokens;
}

interface Value {
  readonly amount: number;
  /** Has it a unit already? Then `amount` is in mm. */
  readonly isLength: boolean;
}

class SumReader {
  private at = 0;
  constructor(private readonly tokens: readonly Token[]) {}

  get done(): boolean {
    return this.at === this.tokens.length;
  }

  sum(): Value | null {
    let left = this.product();
    while (left && (this.tokens[this.at] === '+' || this.tokens[this.at] === '-')) {
      const sign = this.tokens[this.at++] === '+' ? 1 : -1;
      const right = this.product();
      if (!right || right.isLength !== left.isLength) return null;
      left = { amount: left.amount + sign * right.amount, isLength: left.isLength };
    }
    return left;
  }

  private product(): Value | null {
    let left = this.compound();
    while (left && (this.tokens[this.at] === '*' || this.tokens[this.at] === '/')) {
      const times = this.tokens[this.at++] === '*';
      const right = this.compound();
      if (!right || (left.isLength && right.isLength && times)) return null;
      if (!times && right.isLength && !left.isLength) {
        // "1/2 in" is half an inch: the unit belongs to the whole fraction.
        const unitSize = this.lastUnit;
        left = { amount: (left.amount / (right.amount / unitSize)) * unitSize, isLength: true };
      } else {
        left = {
          amount: times ? left.amount * right.amount : left.amount / right.amount,
          isLength: times ? left.isLength || right.isLength : left.isLength && !right.isLength,
        };
      }
    }
    return left;
  }

  /** Lengths written one after another add up: 1 ft 2 in. */
  private compound(): Value | null {
    let left = this.signed();
    while (left?.isLength && typeof this.tokens[this.at] === 'number') {
      const right = this.signed();
      if (!right?.isLength) return null;
      left = { amount: left.amount + right.amount, isLength: true };
    }
    return left;
  }

  private lastUnit = 1;

  private signed(): Value | null {
    const token = this.tokens[this.at++];
    if (token === '-' || token === '+') {
      const value = this.signed();
      return value && { ...value, amount: token === '-' ? -value.amount : value.amount };
    }
    let value: Value | null = null;
    if (token === '(') {
      value = this.sum();
      if (this.tokens[this.at++] !== ')') return null;
    } else if (typeof token === 'number') {
      value = { amount: token, isLength: false };
    }
    if (!value) return null;
    const unit = this.tokens[this.at];
    if (typeof unit === 'string' && unit in MILLIMETRES) {
      if (value.isLength) return null;
      this.at++;
      this.lastUnit = MILLIMETRES[unit];
      return { amount: value.amount * this.lastUnit, isLength: true };
    }
    return value;
  }
}
