import type { Job, Run, RunFit } from '../job/schema';

export type RunTension = NonNullable<RunFit['tension']>;
/** Can a wheel that moves so make room for the count? Finding out takes a fit. */
export type MakesRoom = (job: Job, run: Run, tension: RunTension) => boolean;

/** How far a wheel may move at first, pitches either way. */
const PITCHES = 10;

/**
 * A wheel of the run's route that may move, to begin with: one that presses on the row from
 * outside (an idler) before the others, and of these the first that can make room for the count;
 * along the line from the middle of the others to it.
 * @returns null where the run is on no route
 */
export function defaultTension(job: Job, run: Run, makesRoom: MakesRoom): RunTension | null {
  const path = job.paths.find(({ id }) => id === run.path);
  if (path?.kind !== 'route') return null;
  const stops = path.stops.flatMap(({ wheel, turn }) => {
    const found = job.wheels.find(({ id }) => id === wheel);
    return found && found.size.by !== 'point' ? [{ wheel: found, turn }] : [];
  });
  const ccw = stops.filter(({ turn }) => turn === 'ccw').length;
  const usual = ccw * 2 >= stops.length ? 'ccw' : 'cw';
  const isIdler = ({ wheel, turn }: (typeof stops)[number]): boolean =>
    wheel.size.by === 'radius' && turn !== usual;
  const order = [...stops.filter(isIdler), ...stops.filter((stop) => !isIdler(stop)).reverse()];
  const tensions = order.flatMap(({ wheel }) => tensionOfWheel(job, run, wheel.id) ?? []);
  return tensions.find((tension) => makesRoom(job, run, tension)) ?? tensions[0] ?? null;
}

/** The same for a wheel that is named. */
export function tensionOfWheel(job: Job, run: Run, id: string): RunTension | null {
  const path = job.paths.find((p) => p.id === run.path);
  const wheel = job.wheels.find((w) => w.id === id);
  if (path?.kind !== 'route' || !wheel) return null;
  const others = path.stops.flatMap((stop) =>
    stop.wheel === id ? [] : (job.wheels.find((w) => w.id === stop.wheel) ?? []),
  );
  const n = Math.max(1, others.length);
  const x = others.reduce((sum, w) => sum + w.x, 0) / n;
  const y = others.reduce((sum, w) => sum + w.y, 0) / n;
  const pitch = job.pieces.find((piece) => piece.id === run.sequence[0])?.pitch ?? 10;
  const reach = Number((PITCHES * pitch).toPrecision(2));
  // In whole degrees: a line that can be read and typed.
  const degrees = Math.round((Math.atan2(wheel.y - y, wheel.x - x) * 180) / Math.PI);
  return { wheel: id, angle: (degrees * Math.PI) / 180, min: -reach, max: reach };
}
