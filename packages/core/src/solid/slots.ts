/**
 * Numbers from 0 on, found again by a hash of what they stand for. Whoever asks says what is the same; numbers with one
 * hash are looked through one after the other. Without an object for each of them, as there may be millions.
 */
export class Slots {
  private readonly heads: Int32Array;
  private readonly next: Int32Array;

  /** @param most how many numbers there can be */
  constructor(most: number) {
    this.heads = new Int32Array(2 ** Math.ceil(Math.log2(Math.max(2, 2 * most)))).fill(-1);
    this.next = new Int32Array(most);
  }

  /** The first number of a hash; −1 where there is none. */
  first(hash: number): number {
    return this.heads[hash & (this.heads.length - 1)];
  }

  /** The number after another one with its hash; −1 after the last. */
  after(number: number): number {
    return this.next[number];
  }

  add(hash: number, number: number): void {
    const at = hash & (this.heads.length - 1);
    this.next[number] = this.heads[at];
    this.heads[at] = number;
  }
}

/** One hash of up to three numbers, by the low bits of each (multipliers after Teschner and others, 2003). */
export function hashOf(a: number, b: number, c = 0): number {
  const mixed = Math.imul(a, 73_856_093) ^ Math.imul(b, 19_349_663) ^ Math.imul(c, 83_492_791);
  return (mixed ^ (mixed >>> 15)) >>> 0;
}
