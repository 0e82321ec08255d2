import {
  fineOutline,
  measurePath,
  parsePathData,
  pathBounds,
  placeContour,
  placePoint,
  placementAbout,
  RelayError,
  selfCrossing,
  writePathData,
  type Contour,
  type Vec,
} from '@coin-relay/core';
import { placedSolid, scaledPlate, type OutlinePart, type PieceOf } from '../families';
import { roundHoles } from './round-holes';

type OwnPiece = PieceOf<'own'>;

/** Pins nearer than this are one, mm. */
const PINS_APART = 1e-3;

/** Bounds of outlines: x0, y0, x1, y1, mm. */
export function outlineBounds(
  outline: readonly Pick<OutlinePart, 'data'>[],
): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { data } of outline) {
    for (const contour of parsePathData(data)) {
      const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
      box[0] = Math.min(box[0], x0);
      box[1] = Math.min(box[1], y0);
      box[2] = Math.max(box[2], x1);
      box[3] = Math.max(box[3], y1);
    }
  }
  return box;
}

/**
 * A piece of outlines. Its pins are put into the two round holes that are furthest apart, else into
 * two of any form; without two holes a tenth of its length inside its ends, half way up.
 * @throws RelayError outline-invalid
 */
export function ownPiece(
  id: string,
  name: string,
  source: string,
  outline: readonly OutlinePart[],
): OwnPiece {
  checkOutline(outline);
  const [x0, y0, x1, y1] = outlineBounds(outline);
  const inset = (x1 - x0) * 0.1;
  const y = (y0 + y1) / 2;
  const pins = bores(outline) ?? { from: { x: x0 + inset, y }, to: { x: x1 - inset, y } };
  return withPins(
    {
      family: 'own',
      id,
      name,
      source,
      outline: [...outline],
      pins: { from: { x: x0, y }, to: { x: x1, y } },
      pitch: x1 - x0,
    },
    pins,
  );
}

/** The middles of the two holes that are furthest apart, the left one first: round ones, else those of the first outline. */
function bores(outline: readonly Pick<OutlinePart, 'data'>[]): { from: Vec; to: Vec } | null {
  const [, ...holes] = parsePathData(outline[0].data);
  const ofAnyForm = holes.map((hole): Vec => {
    const [x0, y0, x1, y1] = pathBounds(measurePath(hole));
    return { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  });
  return furthestApart(roundHoles(outline)) ?? furthestApart(ofAnyForm);
}

function furthestApart(middles: readonly Vec[]): { from: Vec; to: Vec } | null {
  let best: { from: Vec; to: Vec } | null = null;
  let far = PINS_APART;
  for (const [i, a] of middles.entries()) {
    for (const b of middles.slice(i + 1)) {
      const apart = Math.hypot(b.x - a.x, b.y - a.y);
      if (apart > far) {
        far = apart;
        const [from, to] = a.x <= b.x ? [a, b] : [b, a];
        best = { from: { x: from.x, y: from.y }, to: { x: to.x, y: to.y } };
      }
    }
  }
  return best;
}

/**
 * The piece with its pins elsewhere; its pitch is their distance.
 * @throws RelayError pins-together
 */
export function withPins(piece: OwnPiece, pins: { from: Vec; to: Vec }): OwnPiece {
  const pitch = Math.hypot(pins.to.x - pins.from.x, pins.to.y - pins.from.y);
  if (!(pitch >= PINS_APART)) {
    throw new RelayError(
      'pins-together',
      'The two pins are on top of each other, so the piece has no pitch. Move one of them away.',
      { field: 'pins' },
    );
  }
  return { ...piece, pins, pitch };
}

/** The pins the other way round: it travels backwards, and its upper side stays up. */
export function reversed(piece: OwnPiece): OwnPiece {
  return { ...piece, pins: { from: piece.pins.to, to: piece.pins.from } };
}

/** The outline turned by quarter turns about the middle between its pins, which stay. */
export function quarterTurned(piece: OwnPiece, quarters: number): OwnPiece {
  return placedOutline(piece, (quarters * Math.PI) / 2, 1, false);
}

/** The outline mirrored over the line through its pins: what was inside lies outside. */
export function flippedOutline(piece: OwnPiece): OwnPiece {
  const { from, to } = piece.pins;
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  return placedOutline(piece, 2 * angle, 1, true);
}

/** The whole piece, its outline and its pins, larger or smaller. */
export function resized(piece: OwnPiece, k: number): OwnPiece {
  const { from, to } = piece.pins;
  const m = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const place = (p: Vec): Vec => ({ x: m.x + (p.x - m.x) * k, y: m.y + (p.y - m.y) * k });
  return withPins(placedOutline(piece, 0, k, false), { from: place(from), to: place(to) });
}

function placedOutline(piece: OwnPiece, turn: number, k: number, mirror: boolean): OwnPiece {
  const { from, to } = piece.pins;
  const about = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const placement = placementAbout(about, k, turn, mirror);
  const [c, s, side] = [k * Math.cos(turn), k * Math.sin(turn), mirror ? -1 : 1];
  // Mirrored in the drawing it is turned over in space, so that it stays the same body.
  const inSpace = [c, -s * side, 0, placement.x, s, c * side, 0, placement.y, 0, 0, k * side, 0];
  return {
    ...piece,
    outline: piece.outline.map((part) => ({
      ...part,
      data: parsePathData(part.data)
        .map((contour) => writePathData(placeContour(contour, placement), 6))
        .join(''),
      ...(part.points
        ? { points: part.points.map((point) => ({ ...point, ...placePoint(placement, point) })) }
        : {}),
      // Turned over, what was in front is behind.
      ...(part.plate ? { plate: scaledPlate(part.plate, k, mirror) } : {}),
      ...(part.solid ? { solid: placedSolid(part.solid, inSpace) } : {}),
    })),
  };
}

/**
 * Looks an outline over before it is taken.
 * @throws RelayError outline-invalid: empty, open, without an area, or crossing itself
 */
export function checkOutline(outline: readonly Pick<OutlinePart, 'data'>[]): void {
  if (outline.length === 0) {
    throw new RelayError('outline-invalid', 'There is no outline in it. Draw one, or choose another file.', {
      field: 'outline',
    });
  }
  outline.forEach(({ data }, i) => {
    const contours = parsePathData(data);
    for (const contour of contours) checkContour(contour, i);
    const at = selfCrossing(fineOf(contours));
    if (at) {
      throw new RelayError(
        'outline-invalid',
        `Outline ${i + 1} crosses itself at ${at.x.toFixed(2)}, ${at.y.toFixed(2)} mm, so it has no clear inside. Move its points apart there.`,
        { field: 'outline' },
      );
    }
  });
}

const fineOf = (contours: readonly Contour[]): ReturnType<typeof fineOutline> =>
  fineOutline(contours, Infinity, 0.02);

function checkContour(contour: Contour, i: number): void {
  const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
  if (!contour.closed) {
    throw new RelayError(
      'outline-invalid',
      `Outline ${i + 1} is open. A piece needs closed outlines: join its ends.`,
      { field: 'outline' },
    );
  }
  if (!(x1 - x0 > 1e-6 && y1 - y0 > 1e-6)) {
    throw new RelayError('outline-invalid', `Outline ${i + 1} has no area. Draw it wider.`, {
      field: 'outline',
    });
  }
}
