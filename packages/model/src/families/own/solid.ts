import {
  bodiesOf,
  easeFor,
  extrude,
  joinMeshes,
  nested,
  ringArea,
  ringsOf,
  untouching,
  type Ring,
} from '@coin-relay/core/solid';
import { booleanOpD, ClipType, FillRule, type PathsD } from 'clipper2-ts';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { ownFigure } from './figure';
import type { Own } from './piece';

/** An own piece is so thick, of its pitch, where nothing else is said. */
const THICK = 0.12;
/** How much further out each outline stands than the one below it, of half the thickness. */
const STEP = 0.12;

/** Half of how thick the outline at a level is, mm. */
const thickAt = (piece: Own, level: number): number => ((piece.pitch * THICK) / 2) * (1 + STEP * level);

/** How far a piece of outlines reaches from its middle plane, mm. */
export const ownThickness = (piece: Own): number => thickAt(piece, Math.max(0, piece.outline.length - 1));

/** Outlines of one's own cut from plate, those further up standing out of those below on both sides. */
export const ownSolid: MakeSolid<Own> = (piece, span, tolerance) => {
  const { main = 'brass', parts } = ownFigure(piece, span);
  const ease = easeFor(thickAt(piece, 0) * 0.15, tolerance);
  const solids = parts.flatMap(({ d, fill }, i): SolidPart[] => {
    if (fill === null) return [];
    const thick = thickAt(piece, i);
    const bodies = bodiesOf(withoutCrossings(ringsOf(d, tolerance)));
    if (bodies.length === 0) return [];
    const plates = bodies.map((rings) => extrude(rings, -thick, thick, ease));
    return [{ mesh: joinMeshes(plates), material: fill }];
  });
  return { main, parts: solids };
};

/** What is filled even-odd, as rings that do not cross. */
function withoutCrossings(rings: readonly Ring[]): Ring[] {
  const paths: PathsD = rings.map((ring) =>
    Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
  );
  const clean = booleanOpD(ClipType.Union, paths, null, FillRule.EvenOdd, 4);
  const flat = clean.flatMap((path) => untouching(Float64Array.from(path.flatMap(({ x, y }) => [x, y]))));
  return nested(flat.filter((ring) => ring.length >= 6 && Math.abs(ringArea(ring)) > 1e-6));
}
