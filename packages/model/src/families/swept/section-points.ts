import { parsePathData, RelayError, writePathData } from '@coin-relay/core';
import type { DrawnPoint } from '../../figure/points-data';
import { sectionFault, sectionShape } from './section';
import type { Section } from './section-schema';

/** A section that is drawn by points. */
export type PointSection = Extract<Section, { by: 'points' }>;

/** Fewest points: of an open line, and round an area. */
const LEAST_OPEN = 2;
const LEAST_CLOSED = 3;

/** What a section is once it is drawn by points; of a tube its outer circle, with a wall. */
export function sectionOutline(section: Section): { readonly data: string; readonly wall: number } {
  if (section.by === 'points') return { data: sectionShape(section).data, wall: section.wall };
  const { data, wall } = sectionShape(section);
  const contours = parsePathData(data);
  if (section.by === 'stock' && section.shape === 'tube')
    return { data: writePathData(contours[0], 6), wall: section.wall };
  if (contours.length > 1)
    throw new RelayError(
      'section-invalid',
      'This section is of several outlines, which are not drawn by points here. Bring in one outline.',
      { field: 'section' },
    );
  return { data, wall };
}

/** With its points changed; what cannot be a section is refused in words. @throws RelayError section-invalid */
export function withSectionPoints(section: PointSection, points: readonly DrawnPoint[]): PointSection {
  return sound({ ...section, points: points.map(({ x, y, round }) => ({ x, y, round })) });
}

/** With a point half way behind another one. @throws RelayError section-invalid */
export function withSectionPoint(section: PointSection, after: number): PointSection {
  const { points } = section;
  const [a, b] = [points[after], points[(after + 1) % points.length]];
  const between = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, round: a.round && b.round };
  return sound({ ...section, points: points.toSpliced(after + 1, 0, between) });
}

/** Without a point; the last ones stay. @throws RelayError section-invalid */
export function withoutSectionPoint(section: PointSection, i: number): PointSection {
  const least = section.closed ? LEAST_CLOSED : LEAST_OPEN;
  return section.points.length <= least
    ? section
    : sound({ ...section, points: section.points.toSpliced(i, 1) });
}

/** The same section where it can be one. @throws RelayError section-invalid */
export function sound<S extends Section>(section: S): S {
  const fault = sectionFault(section);
  if (fault !== null) throw new RelayError('section-invalid', fault, { field: 'section' });
  return section;
}
