import type { Shape } from '@coin-relay/core';
import type { Job, JobPath } from '../job/schema';
import { formatExact, formatLength } from '../units';

const NUMBER_WORDS: Readonly<Record<number, string>> = {
  2: 'two',
  3: 'three',
  4: 'four',
  5: 'five',
  6: 'six',
  7: 'seven',
  8: 'eight',
};

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

/** What a path is, as the fit sentence begins. */
export function pathWords(path: JobPath): string {
  switch (path.kind) {
    case 'route': {
      const n = path.stops.length;
      return `${path.closed ? 'Route' : 'Open route'} round ${NUMBER_WORDS[n] ?? n} wheels`;
    }
    case 'shape':
      return SHAPE_WORDS[path.shape.of];
    case 'hang':
      return 'Hanging row';
    case 'outline':
    case 'drawn':
    case 'stretch':
    case 'parallel':
      return path.name;
  }
}

/** One line for a path: what it goes round, what shape it has, or where it is from. */
export function pathSummary(job: Job, path: JobPath): string {
  switch (path.kind) {
    case 'route': {
      const names = path.stops.map(
        (stop) => job.wheels.find((wheel) => wheel.id === stop.wheel)?.name ?? stop.wheel,
      );
      const list =
        names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(', ');
      return `${path.closed ? 'Round' : 'From'} ${list}`;
    }
    case 'outline':
      return path.name;
    case 'drawn':
      return `${path.name}, ${path.points.length} points, ${path.closed ? 'closed' : 'open'}`;
    case 'shape':
      return shapeSummary(job, path.shape);
    case 'hang': {
      const { by } = path;
      if (by.by === 'count') return `Hanging row of ${by.count}`;
      return by.by === 'sag'
        ? `Hanging row, ${formatLength(by.sag, job.unit)} deep`
        : `Hanging row, ${formatLength(by.length, job.unit)} long`;
    }
    case 'stretch':
      return `Stretch of ${nameOf(job, path.of)}`;
    case 'parallel':
      return `${formatExact(Math.abs(path.distance), job.unit)} ${path.distance > 0 ? 'left' : 'right'} of ${nameOf(job, path.of)}`;
  }
}

const nameOf = (job: Job, id: string): string => job.paths.find((path) => path.id === id)?.name ?? id;

function shapeSummary(job: Job, shape: Shape): string {
  const mm = (value: number): string => formatExact(value, job.unit);
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
