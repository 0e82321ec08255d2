import { newReading, pathReader, type Layout, type Vec } from '@coin-relay/core';

/** Size of a note beside what it speaks of, and how far from that it stands, px. */
export interface NoteSize {
  readonly width: number;
  readonly height: number;
  readonly gap: number;
}

/** The note beside a selected wheel, px. */
export const NOTE: NoteSize = { width: 292, height: 104, gap: 24 };

/** Points of a path, and of the rim of each wheel, that a note keeps off. */
const OF_PATH = 240;
const OF_WHEEL = 16;
/** How near a note comes to the edge of the drawing, px. */
const EDGE = 8;

/**
 * Where a note stands, px: under the disc it speaks of, over it, beside it, or in a corner of the drawing, the first
 * of them that hides nothing of what is drawn, else the one that hides the least. What is drawn is told by points.
 */
export function notePlace(
  room: { readonly width: number; readonly height: number },
  { width, height, gap }: NoteSize,
  disc: Vec & { readonly radius: number },
  drawn: readonly Vec[],
): Vec {
  const right = room.width - EDGE - width;
  const low = room.height - EDGE - height;
  const off = disc.radius + gap;
  const hidden = ({ x, y }: Vec): number =>
    drawn.filter((p) => p.x > x - EDGE && p.x < x + width + EDGE && p.y > y - EDGE && p.y < y + height + EDGE)
      .length;
  const places = [
    { x: disc.x - width / 2, y: disc.y + off },
    { x: disc.x - width / 2, y: disc.y - off - height },
    { x: disc.x + off, y: disc.y - height / 2 },
    { x: disc.x - off - width, y: disc.y - height / 2 },
    { x: right, y: EDGE },
    { x: right, y: low },
    { x: EDGE, y: low },
    { x: EDGE, y: EDGE },
  ].map(({ x, y }) => ({
    x: Math.max(EDGE, Math.min(right, x)),
    y: Math.max(EDGE, Math.min(low, y)),
  }));
  let best = { at: places[0], hides: Infinity };
  for (const at of places) {
    const hides = hidden(at);
    if (hides < best.hides) best = { at, hides };
  }
  return best.at;
}

/** Points of a path and of the rims of its wheels, mm: what a note on the drawing is not to hide. */
export function pointsOf({ path, wheels }: Layout): readonly Vec[] {
  const read = pathReader(path);
  const at = newReading();
  return [
    ...Array.from({ length: OF_PATH }, (_, i) => {
      read(((i + 0.5) / OF_PATH) * path.length, at);
      return { x: at[0], y: at[1] };
    }),
    ...wheels.flatMap(({ x, y, radius }) =>
      Array.from({ length: OF_WHEEL }, (_, i) => {
        const angle = (2 * Math.PI * i) / OF_WHEEL;
        return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) };
      }),
    ),
  ];
}
