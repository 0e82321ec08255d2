import { checkSliderCrank, sliderAt, type SliderCrank, type Vec } from '@coin-relay/core';
import type { AnchorOf, DrivenLength } from '../job/motion-schema';
import type { PathHolds, PathJob } from '../path-kinds/kind';

/** The crank that drives a slider. */
export const sliderCrank = (on: AnchorOf<'slider'>, centre: Vec): SliderCrank => ({
  centre,
  radius: on.radius,
  rod: on.rod,
  line: { x: on.x, y: on.y },
  direction: on.direction,
  side: on.side,
});

/**
 * Where an anchor stands at frame 0, from the document alone: of a rider nothing is known before its
 * row is fitted.
 * @throws RelayError rod-too-short
 */
export function restingAnchor(job: Pick<PathJob, 'anchors' | 'wheels'>, id: string): Vec | null {
  const anchor = job.anchors?.find((entry) => entry.id === id);
  if (!anchor) return null;
  const { on, name } = anchor;
  if (on.kind === 'fixed') return { x: on.x, y: on.y };
  if (on.kind === 'rider') return null;
  const centre = job.wheels.find((wheel) => wheel.id === on.wheel);
  if (!centre) return null;
  if (on.kind === 'crank')
    return { x: centre.x + on.radius * Math.cos(on.angle), y: centre.y + on.radius * Math.sin(on.angle) };
  const crank = sliderCrank(on, centre);
  checkSliderCrank(crank, name);
  return sliderAt(crank, on.angle);
}

/** A length that a measure drives, as it is at frame 0; null where none does, or it is not known before rows are fitted. */
export function restingLength(job: PathJob, driven: DrivenLength | null | undefined): number | null {
  const measure = driven ? job.measures?.find(({ id }) => id === driven.measure) : undefined;
  if (!driven || !measure) return null;
  const [a, b] = [restingAnchor(job, measure.from), restingAnchor(job, measure.to)];
  return a && b ? Math.max(0, driven.times * Math.hypot(b.x - a.x, b.y - a.y) + driven.plus) : null;
}

/** What holds the paths of a job at frame 0. */
export const restingHolds = (job: PathJob): PathHolds => ({
  job,
  anchorAt: (id) => restingAnchor(job, id),
  lengthBy: (driven) => restingLength(job, driven),
});
