import { composed, type Map3, type Placement } from '@coin-relay/core';
import {
  bodiesOf,
  easeFor,
  extrude,
  joinMeshes,
  mapMesh,
  nested,
  ringArea,
  ringsOf,
  untouching,
  type Ring,
} from '@coin-relay/core/solid';
import type { PathsD } from 'clipper2-ts';
// By its parts: as a whole it brings along what nothing here needs.
import { ClipType, FillRule } from 'clipper2-ts/dist/Core.js';
import { ClipperD } from 'clipper2-ts/dist/Engine.js';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { ownFigure, ownPlacement } from './figure';
import type { Own } from './piece';
import { plateOf } from './plate';

/** Outlines of one’s own cut from plate; those that are silhouettes of bodies from files are these bodies, where they are at hand. */
export const ownSolid: MakeSolid<Own> = (piece, span, tolerance, _wire, kept) => {
  const { main = 'brass', parts } = ownFigure(piece, span);
  const solids = parts.flatMap(({ d, fill }, i): SolidPart[] => {
    const { solid } = piece.outline[i];
    const mesh = solid && kept?.(solid.kept);
    if (mesh) {
      const map = composed(inSpace(ownPlacement(piece, span)), solid.place);
      return [{ mesh: mapMesh(mesh, map), material: fill ?? main }];
    }
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

function inSpace({ turn, x, y }: Placement): Map3 {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return [c, -s, 0, x, s, c, 0, y, 0, 0, 1, 0];
}

/** What is filled even-odd, as rings that do not cross. */
function withoutCrossings(rings: readonly Ring[]): Ring[] {
  const paths: PathsD = rings.map((ring) =>
    Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
  );
  const clean: PathsD = [];
  const clipper = new ClipperD(4);
  clipper.addSubjectPaths(paths);
  clipper.execute(ClipType.Union, FillRule.EvenOdd, clean);
  const flat = clean.flatMap((path) => untouching(Float64Array.from(path.flatMap(({ x, y }) => [x, y]))));
  return nested(flat.filter((ring) => ring.length >= 6 && Math.abs(ringArea(ring)) > 1e-6));
}
