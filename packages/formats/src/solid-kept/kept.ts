import { LIMITS, RelayError } from '@coin-relay/core';
import { weldMesh, type Mesh } from '@coin-relay/core/solid';
import { MOST_KEPT_TRIANGLES } from '@coin-relay/model';

/** Bytes before the triangles of binary STL, and of each. */
const HEAD = 84;
const EACH = 50;

/** Bytes of a body that is kept, at the most. */
export const KEPT_LIMIT = HEAD + MOST_KEPT_TRIANGLES * EACH;

/**
 * Looks over a body that is to be kept, and counts its triangles.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export function checkKept(bytes: Uint8Array): number {
  const view = viewOf(bytes);
  const count = bytes.length < HEAD ? 0 : view.getUint32(80, true);
  if (count === 0 || bytes.length !== HEAD + count * EACH) {
    throw new RelayError(
      'solid-file-invalid',
      `This is no body that can be kept: binary STL of so many bytes has ${Math.max(0, Math.floor((bytes.length - HEAD) / EACH))} triangles, and it says ${count}.`,
    );
  }
  if (count > MOST_KEPT_TRIANGLES) {
    throw new RelayError(
      'solid-too-large',
      `This body has ${count} triangles, and ${MOST_KEPT_TRIANGLES} are kept at the most. Thin it out.`,
    );
  }
  for (let t = 0; t < count; t++)
    for (let i = 0; i < 9; i++)
      if (!(Math.abs(view.getFloat32(cornerAt(t, i), true)) <= LIMITS.coordinate)) {
        throw new RelayError(
          'solid-file-invalid',
          `Triangle ${t + 1} of this body has a corner at no place, or out of all bounds.`,
        );
      }
  return count;
}

/**
 * A body as it is kept: binary STL in mm, whose equal corners are one.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export function readKept(bytes: Uint8Array): Mesh {
  const count = checkKept(bytes);
  const view = viewOf(bytes);
  const positions = new Float64Array(9 * count);
  for (let t = 0; t < count; t++)
    for (let i = 0; i < 9; i++) positions[9 * t + i] = view.getFloat32(cornerAt(t, i), true);
  return weldMesh({ positions, triangles: Uint32Array.from({ length: 3 * count }, (_, i) => i) }, 0).mesh;
}

const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
/** Where a number of the corners of a triangle stands, after its normal. */
const cornerAt = (triangle: number, i: number): number => HEAD + triangle * EACH + 12 + 4 * i;
