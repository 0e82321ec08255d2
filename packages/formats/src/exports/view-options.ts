import { SIDES, SIDE_VIEWS, type Viewpoint } from '@coin-relay/scene';
import * as z from 'zod';
import { askedFor } from './options';

/** Options that say where a job is looked at from. */
export const viewOptions = {
  view: askedFor(z.enum(['plan', ...SIDES, 'turned']).default('plan'), {
    title: 'Seen',
    description: 'In plan, or in space from a side, or turned as said.',
  }),
  turn: askedFor(z.number().min(-180).max(180).default(-30), {
    title: 'Turned to the right by, degrees',
    description: 'Where it is seen turned: to the right about what is up, degrees.',
  }),
  tilt: askedFor(z.number().min(-90).max(90).default(20), {
    title: 'Seen from above by, degrees',
    description: 'Where it is seen turned: up from level, degrees.',
  }),
};

export const hiddenOption = askedFor(z.boolean().default(false), {
  title: 'Hidden lines, dashed',
  description: 'In space, in ink: what is behind something as dashed lines.',
});

export interface ViewAsked {
  readonly view: 'plan' | 'turned' | keyof typeof SIDE_VIEWS;
  /** Degrees. */
  readonly turn: number;
  readonly tilt: number;
}

/** Where a job is looked at from; null in plan. */
export function viewpointOf({ view, turn, tilt }: ViewAsked): Viewpoint | null {
  if (view === 'plan') return null;
  if (view !== 'turned') return SIDE_VIEWS[view];
  return { turn: (turn * Math.PI) / 180, tilt: (tilt * Math.PI) / 180 };
}

/** Options of a view that say nothing as it is seen. @param inSpace those that are for what is seen in space alone */
export function mootOfView(view: unknown, inSpace: readonly string[], inPlan: readonly string[]): string[] {
  return [
    ...(view === 'turned' ? [] : ['turn', 'tilt']),
    ...(view === undefined || view === 'plan' ? inSpace : inPlan),
  ];
}
