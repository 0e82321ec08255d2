import type { Shape } from '@coin-relay/core';
import type { Unit } from '../../job/parts';
import { formatExact } from '../../units';

/** What a ready shape is called. */
export const SHAPE_WORDS: Readonly<Record<Shape['of'], string>> = {
  circle: 'Circle',
  ellipse: 'Ellipse',
  rectangle: 'Rounded rectangle',
  'two-arc': 'Two-arc loop',
  polygon: 'Polygon',
  arc: 'Arc',
  straight: 'Straight line',
};

/** One line for a ready shape. */
export function shapeSummary(shape: Shape, unit: Unit): string {
  const mm = (value: number): string => formatExact(value, unit);
  const word = SHAPE_WORDS[shape.of];
  switch (shape.of) {
    case 'circle':
      return `${word}, radius ${mm(shape.radius)}`;
    case 'ellipse':
      return `${word}, half axes ${mm(shape.rx)} and ${mm(shape.ry)}`;
    case 'rectangle':
      return `${word}, ${mm(shape.width)} by ${mm(shape.height)}`;
    case 'two-arc':
      return `${word}, ${mm(shape.first)} and ${mm(shape.second)}`;
    case 'polygon':
      return `${word} of ${shape.sides} sides`;
    case 'arc':
      return `${word}, radius ${mm(shape.radius)}`;
    case 'straight':
      return `${word}, ${mm(shape.length)}`;
  }
}
