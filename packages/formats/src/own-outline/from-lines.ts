import {
  areaOf,
  isInside,
  measurePath,
  newReading,
  pathReader,
  RelayError,
  writePathData,
  type Contour,
} from '@coin-relay/core';
import { MOST_OUTLINE_PARTS, type OutlinePart } from '@coin-relay/model';

/** Fills of the outlines of a drawing, in turn: neighbours are told apart. */
const FILLS = ['brass', 'steel', 'leather', 'iron'] as const;
const DIGITS = 5;

/**
 * The closed lines of a drawing as the parts of a piece: each outermost line with the holes in it
 * is one part, and what stands in a hole is a part again. Larger parts lie below.
 * @throws RelayError outline-invalid where there is no closed line, or there are too many
 */
export function outlineFromLines(lines: readonly Contour[]): OutlinePart[] {
  const rings = lines
    .filter((line) => line.closed)
    .map((contour) => {
      const measured = measurePath(contour);
      const area = areaOf(measured, measured.length * 1e-4);
      const at = newReading();
      pathReader(measured)(0, at);
      return { contour, area, size: Math.abs(shoelace(area)), x: at[0], y: at[1] };
    })
    .sort((a, b) => b.size - a.size);
  if (rings.length === 0) {
    throw new RelayError(
      'outline-invalid',
      lines.length === 0
        ? 'There is no line in the file. Draw the outline in it, or choose another file.'
        : `None of the ${lines.length} lines in the file is closed, so there is no outline. Join their ends.`,
      { field: 'outline' },
    );
  }
  const parts: { outer: (typeof rings)[number]; holes: (typeof rings)[number][] }[] = [];
  for (const ring of rings) {
    const around = rings.filter((other) => other.size > ring.size && isInside(other.area, ring.x, ring.y));
    const owner = parts.filter(({ outer }) => around.includes(outer)).at(-1);
    if (around.length % 2 === 1 && owner) owner.holes.push(ring);
    else parts.push({ outer: ring, holes: [] });
  }
  if (parts.length > MOST_OUTLINE_PARTS) {
    throw new RelayError(
      'outline-invalid',
      `The file has ${parts.length} outlines; a piece takes at most ${MOST_OUTLINE_PARTS}. Leave only one piece in it.`,
      { field: 'outline' },
    );
  }
  return parts.map(({ outer, holes }, i) => ({
    data: [outer, ...holes].map(({ contour }) => writePathData(contour, DIGITS)).join(''),
    material: FILLS[i % FILLS.length],
    line: true,
  }));
}

function shoelace(area: Float64Array): number {
  let sum = 0;
  for (let i = 0, j = area.length - 2; i < area.length; j = i, i += 2)
    sum += area[j] * area[i + 1] - area[i] * area[j + 1];
  return sum / 2;
}
