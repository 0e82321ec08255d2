import { sectionOutline, sound, type PointSection, type Section } from '../families';
import { drawnByPoints } from './outline-points';

/**
 * A section drawn by points, so that it can be worked on: corners stay sharp, what is round gets round points.
 * @throws RelayError section-invalid, outline-invalid
 */
export function drawnSection(section: Section): PointSection {
  if (section.by === 'points') return section;
  const { data, wall } = sectionOutline(section);
  const { points = [] } = drawnByPoints({ data, material: null, line: true }).part;
  const xs = points.map(({ x }) => x);
  const turned = Math.min(...xs) + Math.max(...xs);
  return sound({
    by: 'points',
    points: points.map(({ x, y, round }) => ({ x: section.mirrored ? turned - x : x, y, round })),
    closed: true,
    wall,
    mirrored: false,
  });
}
