import { RelayError } from '@coin-relay/core';
import { MOST_TRIANGLES, type Mesh } from '@coin-relay/core/solid';

/** A body as a file has it, in the file’s own unit. */
export interface ReadBody {
  readonly name: string;
  /** What the file calls what it is made of; null where it does not say. */
  readonly material: string | null;
  readonly mesh: Mesh;
}

/** What a file of solids holds. */
export interface ReadSolids {
  readonly kind: 'STL' | 'OBJ' | 'GLB';
  readonly bodies: readonly ReadBody[];
  /** How long one of its units is, mm; null where the file does not say. */
  readonly unit: number | null;
  /** What of it was left out, in words. */
  readonly leftOut: readonly string[];
}

/** Bytes of a file of solids at the most, and bodies in it. */
export const SOLID_FILE_LIMIT = 60_000_000;
export const MOST_BODIES = 1_000;

export const broken = (words: string): RelayError => new RelayError('solid-file-invalid', words);

/** @throws RelayError solid-too-large */
export function checkTriangles(count: number): void {
  if (count > MOST_TRIANGLES) {
    throw new RelayError(
      'solid-too-large',
      `This file has ${count} triangles, and ${MOST_TRIANGLES} are read at the most. Thin it out where it was made.`,
    );
  }
}

/**
 * A body of a file; one whose triangles have no corner of their own in common is still in pieces.
 * @param corners for each triangle its three corners
 * @throws RelayError solid-file-invalid
 */
export function bodyOf(
  name: string,
  material: string | null,
  positions: ArrayLike<number>,
  corners: ArrayLike<number>,
): ReadBody {
  for (let i = 0; i < positions.length; i++)
    if (!Number.isFinite(positions[i])) {
      throw broken(
        `“${name}” has a corner at no place: number ${Math.floor(i / 3) + 1} is not three numbers. Mend the file where it was made.`,
      );
    }
  const count = positions.length / 3;
  for (let i = 0; i < corners.length; i++)
    if (!(corners[i] < count)) {
      throw broken(
        `“${name}” has a triangle with corner ${corners[i] + 1}, and there are only ${count}. Mend the file where it was made.`,
      );
    }
  return {
    name,
    material,
    mesh: { positions: Float64Array.from(positions), triangles: Uint32Array.from(corners) },
  };
}

/** Numbers from 0 on: corners that no one shares. */
export const counted = (count: number): Uint32Array => Uint32Array.from({ length: count }, (_, i) => i);
