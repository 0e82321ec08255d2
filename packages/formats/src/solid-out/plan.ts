import { RelayError, writeNumber } from '@coin-relay/core';
import { silhouetteOf } from '@coin-relay/model/solid';
import { escapeXml } from '../svg-out/markup';
import type { NamedMesh } from './named-mesh';

/**
 * What solids cover in plan, as SVG in real size: a path for each body, the holes that go through it in it. Seen along
 * z, y up as in all drawings here; those that lie lower first.
 * @throws RelayError solid-invalid where nothing of them is seen
 */
export function writePlan(parts: readonly NamedMesh[], title: string): string {
  const highest = ({ mesh: { positions } }: NamedMesh): number =>
    positions.reduce((most, value, i) => (i % 3 === 2 && value > most ? value : most), -Infinity);
  const seen = [...parts]
    .sort((a, b) => highest(a) - highest(b))
    .map((part) => ({ ...part, rings: silhouetteOf([part.mesh]) }))
    .filter(({ rings }) => rings.length > 0);
  if (seen.length === 0) {
    throw new RelayError(
      'solid-invalid',
      'Nothing of this solid faces who looks at the drawing. Turn it over.',
    );
  }
  const along = (axis: 0 | 1): readonly [from: number, to: number] => {
    let [from, to] = [Infinity, -Infinity];
    for (const { rings } of seen)
      for (const ring of rings)
        for (let i = axis; i < ring.length; i += 2)
          [from, to] = [Math.min(from, ring[i]), Math.max(to, ring[i])];
    return [from, to];
  };
  const [[left, right], [bottom, top]] = [along(0), along(1)];
  const [wide, high] = [fine(right - left), fine(top - bottom)];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}mm" height="${high}mm" viewBox="${fine(left)} ${fine(-top)} ${wide} ${high}">`,
    `<title>${escapeXml(title)}</title>`,
    ...seen.map(
      ({ name, colour, rings }) =>
        `<path fill="${colour}" fill-rule="evenodd" d="${rings.map(ringData).join('')}"><title>${escapeXml(name)}</title></path>`,
    ),
    '</svg>',
    '',
  ].join('\n');
}

const fine = (value: number): string => writeNumber(value, 4);
const ringData = (ring: Float64Array): string => {
  const points = Array.from(
    { length: ring.length / 2 },
    (_, i) => `${fine(ring[2 * i])} ${fine(-ring[2 * i + 1])}`,
  );
  return `M${points.join('L')}Z`;
};
