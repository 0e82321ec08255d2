import {
  measureSection,
  RelayError,
  sectionRings,
  STOCK_SIZES,
  stockSection,
  type SectionMeasures,
  type SectionShape,
} from '@coin-relay/core';
import { throughPoints } from '../../figure/points-data';
import type { Section } from './section-schema';

type Stock = Extract<Section, { by: 'stock' }>;

/** A ready-made section, mm. */
export const stockSectionOf = (
  shape: Stock['shape'],
  width: number,
  height: number,
  wall: number,
): Stock => ({
  ...{ by: 'stock', shape, width, height, wall },
  mirrored: false,
});

/** What a section is drawn from, whichever way it is told. */
export function sectionShape(section: Section): SectionShape {
  const { mirrored } = section;
  switch (section.by) {
    case 'stock':
      return { data: stockSection(section.shape, section), wall: 0, mirrored };
    case 'points':
      return { data: throughPoints(section.points, section.closed), wall: section.wall, mirrored };
    case 'outline':
      return { data: section.data, wall: section.wall, mirrored };
  }
}

/** Chords of what is round where a section is only looked at, of its size. */
const LOOK = 1 / 400;

interface Looked {
  readonly rings: readonly Float64Array[];
  readonly measures: SectionMeasures;
}
const looked = new WeakMap<Section, Looked>();

/** A section as it is drawn in plan. @throws RelayError section-invalid, path-data-broken */
export function sectionLook(section: Section): Looked {
  const known = looked.get(section);
  if (known) return known;
  const shape = sectionShape(section);
  const [x0, y0, x1, y1] = measureSection(sectionRings(shape, Infinity)).bounds;
  const rings = sectionRings(shape, Math.max(x1 - x0, y1 - y0) * LOOK);
  const made = { rings, measures: measureSection(rings) };
  looked.set(section, made);
  return made;
}

/** What is wrong with a section, in words; null where nothing is. */
export function sectionFault(section: Section): string | null {
  if (section.by === 'stock' && STOCK_SIZES[section.shape].includes('wall')) {
    const sizes = STOCK_SIZES[section.shape].includes('height')
      ? [section.width, section.height]
      : [section.width];
    const most = Math.min(sizes[0] / 2, ...sizes.slice(1));
    if (section.wall >= most)
      return `A wall of ${section.wall} mm leaves nothing of this section: make it thinner than ${most} mm.`;
  }
  try {
    sectionLook(section);
    return null;
  } catch (error) {
    if (error instanceof RelayError) return error.message;
    throw error;
  }
}
