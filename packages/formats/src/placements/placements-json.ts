import type { Machine } from '@coin-relay/model';
import type { Placement } from '@coin-relay/scene/solid';

/** Placements as JSON: frame by frame, a line each. */
export function placementsJson({ job, frames }: Machine, placements: readonly Placement[]): string {
  const byFrame = new Map<number, Placement[]>();
  for (const placement of placements) {
    const known = byFrame.get(placement.frame);
    if (known) known.push(placement);
    else byFrame.set(placement.frame, [placement]);
  }
  const head = {
    format: 'coin-relay-placements',
    version: 1,
    job: job.name,
    unit: 'mm',
    frames,
    framesPerSecond: job.motion.framesPerSecond,
  };
  const lines = [...byFrame].map(([frame, each]) => {
    const places = each.map(({ frame: _, ...placement }) => JSON.stringify(placement));
    return `{"frame":${frame},"places":[\n${places.join(',\n')}\n]}`;
  });
  return `${JSON.stringify(head).slice(0, -1)},"placed":[\n${lines.join(',\n')}\n]}\n`;
}
