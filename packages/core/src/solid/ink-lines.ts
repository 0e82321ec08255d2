import { RelayError } from '../error';
import type { Map3 } from '../math';
import { joinLines } from './join-lines';
import { mapMesh, type Mesh } from './mesh';
import { faceNormals } from './shade';
import { sideFrom, sideTo } from './edges';
import { triangleOf, type MeshEdges } from './mesh-edges';
import { Occluders } from './occluders';

/** A body where it is seen. */
export interface InkBody {
  readonly mesh: Mesh;
  readonly edges: MeshEdges;
  /** Takes it to how it is seen: x to the right, y up, z towards who looks, mm. */
  readonly map: Map3;
}

/** The lines of one thing in a picture: corners of each, x and y in turn, mm. */
export interface InkLines {
  readonly seen: readonly Float64Array[];
  /** What of them is behind something; none where these are not asked for. */
  readonly hidden: readonly Float64Array[];
}

/** Triangles that are held before lines, at the most. */
export const MOST_INK_TRIANGLES = 1_500_000;

/**
 * Bodies as they are drawn in ink, seen in parallel: their sharp edges and their rims, without what is hidden. Each line
 * is held against each triangle near it: what of it is within the triangle and behind it is told by four straight
 * conditions, so that the ends of what is hidden are exact (the object-space method of Appel, 1967, by half-spaces).
 * @param withHidden whether hidden ones are told as well
 * @throws RelayError solid-too-large
 */
export function inkLines(bodies: readonly InkBody[], withHidden: boolean): InkLines[] {
  const many = bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0);
  if (many > MOST_INK_TRIANGLES)
    throw new RelayError(
      'solid-too-large',
      `${many.toLocaleString('en')} triangles are more than ${MOST_INK_TRIANGLES.toLocaleString('en')} that can be drawn in ink. Let what is round be off by more, or take fewer rows.`,
      { field: 'tolerance' },
    );
  const seen = bodies.map(seenEdges);
  const occluders = new Occluders(before(seen));
  return seen.map(({ segments, behind }) => partLines(segments, behind, occluders, withHidden));
}

/** The edges of a body that are drawn, both ends of each in turn, and the triangles that hide what is behind it. */
interface SeenBody {
  readonly segments: readonly number[];
  /** Those that its own front hides. */
  readonly behind: readonly number[];
  readonly positions: Float64Array;
  readonly hiding: readonly number[];
}

function seenEdges({ mesh, edges, map }: InkBody): SeenBody {
  const { positions, triangles } = mapMesh(mesh, map);
  const normals = faceNormals(positions, triangles);
  const front = (t: number): boolean => normals[3 * t + 2] > 0;
  const segments: number[] = [];
  const behind: number[] = [];
  const { sides, sharp, closed } = edges;
  for (let e = 0; e < sharp.length; e++) {
    const [side, other] = [sides[2 * e], sides[2 * e + 1]];
    const first = front(triangleOf(side));
    const second = other < 0 ? first : front(triangleOf(other));
    if (sharp[e] === 0 && first === second) continue;
    // An edge at the back of a closed body is hidden by its front.
    const into = closed && !first && !second ? behind : segments;
    for (const corner of [sideFrom(triangles, side), sideTo(triangles, side)])
      into.push(positions[3 * corner], positions[3 * corner + 1], positions[3 * corner + 2]);
  }
  const hiding: number[] = [];
  for (let t = 0; t < triangles.length / 3; t++)
    if (!closed || front(t)) hiding.push(triangles[3 * t], triangles[3 * t + 1], triangles[3 * t + 2]);
  return { segments, behind, positions, hiding };
}

function before(bodies: readonly SeenBody[]): Float64Array {
  const all = new Float64Array(3 * bodies.reduce((sum, { hiding }) => sum + hiding.length, 0));
  let at = 0;
  for (const { hiding, positions } of bodies)
    for (const corner of hiding) {
      all[at++] = positions[3 * corner];
      all[at++] = positions[3 * corner + 1];
      all[at++] = positions[3 * corner + 2];
    }
  return all;
}

function partLines(
  p: readonly number[],
  own: readonly number[],
  occluders: Occluders,
  withHidden: boolean,
): InkLines {
  const seen: number[] = [];
  const hidden: number[] = [];
  if (withHidden) for (let i = 0; i < own.length; i += 3) hidden.push(own[i], own[i + 1]);
  for (let i = 0; i < p.length; i += 6) {
    const behind = occluders.hidden(p[i], p[i + 1], p[i + 2], p[i + 3], p[i + 4], p[i + 5]);
    const part = (into: number[], from: number, to: number): void => {
      for (const t of [from, to])
        into.push(p[i] + t * (p[i + 3] - p[i]), p[i + 1] + t * (p[i + 4] - p[i + 1]));
    };
    let from = 0;
    for (let k = 0; k < behind.length; k += 2) {
      if (behind[k] > from) part(seen, from, behind[k]);
      if (withHidden) part(hidden, behind[k], behind[k + 1]);
      from = behind[k + 1];
    }
    if (from < 1) part(seen, from, 1);
  }
  return { seen: joinLines(seen), hidden: joinLines(hidden) };
}
