import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { bodyOf, broken, checkTriangles, counted, MOST_BODIES, type ReadSolids } from './read-body';

/** Bytes before the triangles of a binary file, and of each. */
const HEAD = 84;
const EACH = 50;

/**
 * Reads STL, binary or as text. What a file says of itself is looked over before its triangles are read: by its length
 * it is binary, whatever its first word; as text each facet must be closed and have three corners.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export function readStl(bytes: Uint8Array): ReadSolids {
  const binary = binaryCount(bytes);
  const text = binary === null ? new TextDecoder().decode(bytes) : null;
  const triangles = text === null ? (binary ?? 0) : facetsIn(text, bytes);
  checkTriangles(triangles);
  // The reader asks the length too, and so takes one that is binary for that.
  const geometry = new STLLoader().parse(text ?? bytes.slice().buffer);
  const positions = geometry.getAttribute('position').array;
  // A corner that is no three numbers is passed over by the reader.
  if (positions.length !== 9 * triangles) {
    throw broken(
      `This STL file has ${triangles} facets and ${positions.length / 3} corners at a place: some are not three numbers. Mend the file where it was made.`,
    );
  }
  const names = (geometry.userData['groupNames'] ?? []) as string[];
  const groups = geometry.groups.length > 0 ? geometry.groups : [{ start: 0, count: positions.length / 3 }];
  const bodies = groups
    .filter(({ count }) => count > 0)
    .map(({ start, count }, i) =>
      bodyOf(
        names[i]?.trim().slice(0, 80) || `body ${i + 1}`,
        null,
        positions.slice(3 * start, 3 * (start + count)),
        counted(count),
      ),
    );
  return { kind: 'STL', bodies, unit: null, leftOut: [] };
}

/** How many triangles a binary file has; null where it is none. */
function binaryCount(bytes: Uint8Array): number | null {
  if (bytes.length < HEAD) return null;
  const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
  return HEAD + count * EACH === bytes.length ? count : null;
}

/** How many facets there are in a text, each of them whole. */
function facetsIn(text: string, bytes: Uint8Array): number {
  if (!/^\s*solid\b/.test(text.slice(0, 200))) {
    const says = bytes.length >= HEAD ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true) : 0;
    throw broken(
      `This is no STL file that can be read: it does not begin with “solid”, and as a binary one it would say ${says} triangles and have ${Math.max(0, Math.floor((bytes.length - HEAD) / EACH))}. It may be cut off: save it again.`,
    );
  }
  const count = (of: string, word: RegExp): number => of.match(word)?.length ?? 0;
  const [solids, solidEnds] = [count(text, /^\s*solid\b/gm), count(text, /^\s*endsolid\b/gm)];
  // A solid may be called a facet.
  const within = text.replace(/^[ \t]*(?:end)?solid\b.*$/gm, '');
  const facets = count(within, /\bfacet\b/g);
  checkTriangles(facets);
  const [ends, corners] = [count(within, /\bendfacet\b/g), count(within, /\bvertex\b/g)];
  if (facets === 0) throw broken('This STL file calls itself text and has no facet in it. Save it again.');
  if (ends !== facets || corners !== 3 * facets || solidEnds !== solids) {
    throw broken(
      `This STL file is broken: ${facets} facets begin and ${ends} end, with ${corners} corners; ${solids} solids begin and ${solidEnds} end. It may be cut off: save it again.`,
    );
  }
  if (solids > MOST_BODIES)
    throw broken(`This file has ${solids} solids, and ${MOST_BODIES} are read at the most.`);
  return facets;
}
