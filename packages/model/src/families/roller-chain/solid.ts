import { aboutZ, bushing, moved, turnedAboutX, type Mesh } from '@coin-relay/core/solid';
import { pinAt, slab } from '../../solid/kit';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { attachment, lyingTab, pinReach, plateOutline, plateThickness, rowMiddles } from './figure';
import type { RollerChain } from './piece';

/**
 * A link of a roller chain: plates with their bores on both sides of each row, rollers between the inner
 * ones, pins through all. Drawn from above it lies on its side.
 */
export const chainSolid: MakeSolid<RollerChain> = (piece, span, tolerance) => {
  const standing =
    piece.part === 'inner' ? innerLink(piece, span, tolerance) : outerLink(piece, span, tolerance);
  const main = piece.part === 'inner' ? 'steel' : 'brass';
  if (piece.view === 'side') return { main, parts: [...standing, ...carried(piece, span, tolerance)] };
  const lying = standing.map((part) => ({ ...part, mesh: turnedAboutX(part.mesh, -Math.PI / 2) }));
  return { main, parts: [...lying, ...carriedAside(piece, span, tolerance)] };
};

function innerLink(piece: RollerChain, span: number, tolerance: number): SolidPart[] {
  const { width, roller, pin } = piece;
  const half = (width / 2) * 0.96;
  const rollers = [0, span].flatMap((x) =>
    rowMiddles(piece).map((z): SolidPart => {
      const made = aboutZ(bushing(-half, half, roller / 2, pin / 2, tolerance, roller * 0.06));
      return { mesh: moved(made, x, 0, z), material: 'shade' };
    }),
  );
  return [...rollers, ...plates(piece, span, tolerance, 0.55).map((mesh) => ({ mesh, material: 'steel' }))];
}

function outerLink(piece: RollerChain, span: number, tolerance: number): SolidPart[] {
  const reach = pinReach(piece);
  const pins = [0, span].map((x): SolidPart => ({
    mesh: pinAt(x, 0, -reach, reach, piece.pin / 2, tolerance, piece.pin * 0.1),
    material: 'paper',
  }));
  return [...plates(piece, span, tolerance, 1.75).map((mesh) => ({ mesh, material: 'brass' })), ...pins];
}

/** @param offset of the middle of a plate from the inner width, in thicknesses of a plate */
function plates(piece: RollerChain, span: number, tolerance: number, offset: number): Mesh[] {
  const thick = plateThickness(piece);
  const d = plateOutline(piece, span, true);
  return rowMiddles(piece).flatMap((middle) =>
    [-1, 1].map((side) => {
      const z = middle + side * (piece.width / 2 + offset * thick);
      return slab(d, z - thick / 2, z + thick / 2, tolerance, thick * 0.15);
    }),
  );
}

/** What hangs between the outer plates, out of the path. */
function carried(piece: RollerChain, span: number, tolerance: number): SolidPart[] {
  const half = piece.width / 2 + 1.2 * plateThickness(piece);
  return attachment(piece, span, piece.plateHeight / 2).map(({ d, fill }, i) => {
    // What lies in a cup has room at both sides of it.
    const wide = i === 0 ? half : half * 0.9;
    return { mesh: slab(d, -wide, wide, tolerance, i === 0 ? half * 0.04 : 0), material: fill ?? 'brass' };
  });
}

/** What stands out beside a chain that is seen from above. */
function carriedAside(piece: RollerChain, span: number, tolerance: number): SolidPart[] {
  if (piece.part === 'inner' || piece.attachment === 'none') return [];
  const thick = plateThickness(piece);
  return [
    {
      mesh: slab(lyingTab(piece, span), -thick / 2, thick / 2, tolerance, thick * 0.15),
      material: 'leather',
    },
  ];
}
