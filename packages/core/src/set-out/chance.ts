/**
 * Chance that is the same for ever and on every machine: whole-number mixing only, a value for a
 * seed and an index, so that place 40 does not change when place 39 goes.
 *
 * The mixing step is the finaliser of MurmurHash3 (Austin Appleby, public domain).
 */
export function mix32(value: number): number {
  let h = value | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/**
 * A number in [0, 1) for a seed, an index and one of several independent streams.
 * @param stream which quantity is drawn: size, turn and piece of one place do not hang together
 */
export function chance(seed: number, index: number, stream: number): number {
  const a = mix32((seed ^ Math.imul(stream + 1, 0x9e3779b9)) | 0);
  const b = mix32((a + Math.imul(index + 1, 0x85ebca6b)) | 0);
  return mix32(b ^ a) / 0x1_0000_0000;
}

/** A number in [−1, 1). */
export const chanceAround = (seed: number, index: number, stream: number): number =>
  2 * chance(seed, index, stream) - 1;
