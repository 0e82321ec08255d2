import { aboutY, bar, moved, type Mesh } from '@coin-relay/core/solid';
import { radiusAt, rod, turned, upright, uprightProfile } from '../../solid/kit';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { bulbOutline, holderOutline, lampSizes, lanternOutline, RIBS } from './figure';
import type { Lamp } from './piece';

/** A lamp turned about its cord: a holder with a bulb, or a lantern with its ribs. */
export const lampSolid: MakeSolid<Lamp> = (piece, span, tolerance) => {
  const sizes = lampSizes(piece, span);
  const { m, r, top, thick, low, neck } = sizes;
  const disc = (from: number, to: number, radius: number): Mesh =>
    moved(aboutY(bar(from, to, radius, tolerance)), m, 0, 0);
  const cord: SolidPart = { mesh: disc(top, thick / 2, thick / 2), material: 'cord', elongates: 'stem' };
  const end = (mesh: Mesh, material: string): SolidPart => ({ mesh, material, elongates: 'end' });
  if (piece.form === 'lantern') {
    const paper = uprightProfile(lanternOutline(sizes), m, tolerance);
    const ribs = RIBS.map((f) => {
      const y = top - r + r * f;
      // A rib stands out of the paper by a little, wherever it is on it.
      return end(disc(y - thick * 0.3, y + thick * 0.3, radiusAt(paper, y) + thick * 0.2), 'leather');
    });
    const rims = [top, low].map((y) => end(disc(y - thick, y + thick, r * 0.5), 'rubber'));
    return { main: 'glass', parts: [cord, end(upright(paper, m, tolerance), 'glass'), ...ribs, ...rims] };
  }
  const foot = neck - r * 1.2;
  const wire = (ax: number, ay: number, bx: number, by: number, thickness: number): SolidPart =>
    end(rod(m + ax * r, ay, m + bx * r, by, thickness / 2, tolerance), 'leather');
  return {
    main: 'glass',
    parts: [
      cord,
      end(turned(bulbOutline(sizes), m, tolerance), 'glass'),
      wire(-0.16, neck, -0.2, foot, r * 0.06),
      wire(0.16, neck, 0.2, foot, r * 0.06),
      wire(-0.2, foot, 0.2, foot, r * 0.1),
      end(turned(holderOutline(sizes), m, tolerance), 'brass'),
    ],
  };
};
