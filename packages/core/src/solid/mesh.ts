import { RelayError } from '../error';
import { determinant3, type Map3 } from '../math';

/** A solid as triangles that are seen counter-clockwise from outside. */
export interface Mesh {
  /** x, y, z of each vertex in turn, mm. */
  readonly positions: Float64Array;
  /** Three vertices a triangle. */
  readonly triangles: Uint32Array;
}

/** Triangles of one solid at the most. */
export const MOST_TRIANGLES = 1_000_000;

/** Collects vertices and triangles of a solid. */
export class MeshBuilder {
  private readonly positions: number[] = [];
  private readonly triangles: number[] = [];

  /** @returns the number of the vertex */
  vertex(x: number, y: number, z: number): number {
    return this.positions.push(x, y, z) / 3 - 1;
  }

  /** @throws RelayError solid-too-large */
  triangle(a: number, b: number, c: number): void {
    // Looked at before all of it is made.
    if (this.triangles.push(a, b, c) > 3 * MOST_TRIANGLES) {
      throw new RelayError(
        'solid-too-large',
        `This solid would have more than ${MOST_TRIANGLES.toLocaleString('en')} triangles. Give it a coarser tolerance.`,
      );
    }
  }

  /**
   * Four corners in turn, as two triangles.
   * @throws RelayError solid-too-large
   */
  quad(a: number, b: number, c: number, d: number): void {
    this.triangle(a, b, c);
    this.triangle(a, c, d);
  }

  /** @throws RelayError solid-invalid */
  build(): Mesh {
    if (!this.positions.every(Number.isFinite)) {
      throw new RelayError('solid-invalid', 'This solid has a corner at no place. Check its sizes.');
    }
    return { positions: Float64Array.from(this.positions), triangles: Uint32Array.from(this.triangles) };
  }
}

/** Several solids as one mesh; they stay apart in it. */
export function joinMeshes(meshes: readonly Mesh[]): Mesh {
  const builder = new MeshBuilder();
  let first = 0;
  for (const { positions, triangles } of meshes) {
    for (let i = 0; i < positions.length; i += 3)
      builder.vertex(positions[i], positions[i + 1], positions[i + 2]);
    for (let i = 0; i < triangles.length; i += 3)
      builder.triangle(first + triangles[i], first + triangles[i + 1], first + triangles[i + 2]);
    first += positions.length / 3;
  }
  return builder.build();
}

/** A solid moved, turned, scaled or mirrored; what is mirrored keeps its outside outside. */
export function mapMesh({ positions, triangles }: Mesh, m: Map3): Mesh {
  const out = new Float64Array(positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [positions[i], positions[i + 1], positions[i + 2]];
    for (let r = 0; r < 3; r++)
      out[i + r] = m[4 * r] * x + m[4 * r + 1] * y + m[4 * r + 2] * z + m[4 * r + 3];
  }
  if (determinant3(m) > 0) return { positions: out, triangles };
  const flipped = triangles.slice();
  for (let i = 0; i < flipped.length; i += 3)
    [flipped[i + 1], flipped[i + 2]] = [flipped[i + 2], flipped[i + 1]];
  return { positions: out, triangles: flipped };
}

export const moved = (mesh: Mesh, x: number, y: number, z: number): Mesh =>
  mapMesh(mesh, [1, 0, 0, x, 0, 1, 0, y, 0, 0, 1, z]);

/** What is made about the x axis, about the y axis instead: x to y, y to −x. */
export const aboutY = (mesh: Mesh): Mesh => mapMesh(mesh, [0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0]);

/** What is made about the x axis, about the z axis instead: x to z, z to −x. */
export const aboutZ = (mesh: Mesh): Mesh => mapMesh(mesh, [0, 0, -1, 0, 0, 1, 0, 0, 1, 0, 0, 0]);

/** Turned about the x axis, radians: y towards z. */
export function turnedAboutX(mesh: Mesh, angle: number): Mesh {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return mapMesh(mesh, [1, 0, 0, 0, 0, c, -s, 0, 0, s, c, 0]);
}
