import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bar, extrude, insetMesh, measureMesh, ringsOf } from './index';

const boxMesh = (x: number, y: number, z: number) => extrude(ringsOf(`M0 0H${x}V${y}H0Z`, 0.1), 0, z);
const volume = (mesh: Parameters<typeof measureMesh>[0]): number => measureMesh(mesh).volume;

describe('a body whose faces lie deeper', () => {
  it('a box is smaller by that on all sides (property)', () => {
    const side = fc.double({ min: 2, max: 80, noNaN: true });
    fc.assert(
      fc.property(side, side, side, fc.double({ min: -0.5, max: 0.5, noNaN: true }), (x, y, z, by) => {
        const inset = insetMesh(boxMesh(x, y, z), by);
        const wanted = (x - 2 * by) * (y - 2 * by) * (z - 2 * by);
        // Of volumes of half a litre the last digits are lost.
        expect(Math.abs(volume(inset) - wanted)).toBeLessThan(5e-5 + 1e-9 * wanted);
        expect(measureMesh(inset).openEdges).toBe(0);
      }),
    );
  });

  it('a rod is thinner, the distance of each of its facets from its axis less by just that', () => {
    const rod = bar(0, 20, 5, 0.05);
    const inset = insetMesh(rod, 0.2);
    const n = sidesOf(rod);
    const apothem = 5 * Math.cos(Math.PI / n);
    const area = (a: number): number => n * a * a * Math.tan(Math.PI / n);
    expect(volume(rod)).toBeCloseTo(20 * area(apothem), 4);
    expect(volume(inset)).toBeCloseTo(19.6 * area(apothem - 0.2), 3);
  });

  it('a bore becomes as much wider', () => {
    const plate = extrude(ringsOf('M-20 -20H20V20H-20ZM-5 -5V5H5V-5Z', 0.1), 0, 4);
    const inset = insetMesh(plate, 0.25);
    expect(volume(inset)).toBeCloseTo((39.5 * 39.5 - 10.5 * 10.5) * 3.5, 4);
  });
});

/** Sides of a round bar, from its cap: a polygon inscribed in its circle. */
function sidesOf(rod: ReturnType<typeof bar>): number {
  const corners = new Set<string>();
  for (let i = 0; i < rod.positions.length; i += 3)
    if (Math.hypot(rod.positions[i + 1], rod.positions[i + 2]) > 4.9)
      corners.add(`${rod.positions[i + 1].toFixed(4)} ${rod.positions[i + 2].toFixed(4)}`);
  return corners.size;
}
