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
import { plateOf } from './plate';

/** Outlines of one’s own cut from plate. */
export const ownSolid: MakeSolid<Own> = (piece, span, tolerance) => {
  const { main = 'brass', parts } = ownFigure(piece, span);
  const solids = parts.flatMap(({ d, fill }, i): SolidPart[] => {
    if (fill === null) return [];
    const { thick, middle, ease } = plateOf(piece, i);
    const bodies = bodiesOf(withoutCrossings(ringsOf(d, tolerance)));
    if (bodies.length === 0) return [];
    const plates = bodies.map((rings) =>
      extrude(rings, middle - thick / 2, middle + thick / 2, easeFor(ease, tolerance)),
    );
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
