import { tightestBend, type FitOutcome } from '@coin-relay/core';
import { pieceWidth, behaviourOf } from '../families';
import type { Job } from '../job/schema';
import type { ResolvedSetOut } from '../resolve';
import { formatLength } from '../units';
import type { Finding } from './findings';

/** Bending pieces that are stretched further than this look and are overstretched (common practice, no source). */
const MOST_STRAIN = 0.25;

/** What is worth a look in where pieces stand. */
export function setOutFindings(job: Job, fit: FitOutcome, resolved: ResolvedSetOut): Finding[] {
  const { setOut, table } = resolved;
  const found: Finding[] = [];
  const say = (
    kind: Finding['kind'],
    text: string,
    at: number | null = null,
    size: number | null = null,
  ): void => {
    found.push({ kind, weight: 'warning', text, at, wheel: null, size, mend: null });
  };
  table.matched.forEach((matched, i) => {
    if (matched === 0) say('rule-without-place', `Rule ${i + 1} matches no place on this row.`);
  });
  const lost = table.handPlaces.filter((place) => place < 0).length;
  if (lost > 0) {
    say(
      'hand-without-place',
      `${lost === 1 ? '1 place' : `${lost} places`} set by hand ${lost === 1 ? 'lies' : 'lie'} beyond the row now; ${lost === 1 ? 'it comes' : 'they come'} back when the row is long enough.`,
    );
  }
  const objects = setOut.handed?.items.length ?? 0;
  const handed = table.handed.reduce((sum, object) => sum + (object >= 0 ? 1 : 0), 0);
  if (handed < objects)
    say('object-without-place', `${objects - handed} of ${objects} objects find no place on this row.`);
  if (setOut.alternate !== 0 && fit.window.ring && fit.count % 2 === 1) {
    say(
      'broken-turn',
      `Every other piece is turned, but ${fit.count} is an odd number: at the closing place two alike meet.`,
      0,
    );
  }
  sayTight(job, fit, resolved, say);
  return found;
}

/** Pieces that bend or are carried do not jam in a bend; they fold or overlap where it is tighter than they are. */
function sayTight(
  job: Job,
  fit: FitOutcome,
  { pieces }: ResolvedSetOut,
  say: (kind: Finding['kind'], text: string, at: number | null, size: number) => void,
): void {
  const tightest = tightestBend(fit.layout.path);
  const free = pieces.filter((piece) => behaviourOf(piece) !== 'stiff');
  const half = pieceWidth(free) / 2;
  if (!tightest || free.length === 0) return;
  const place = `The bend at ${formatLength(tightest.s, job.unit)} has a radius of ${formatLength(tightest.radius, job.unit)}`;
  const strain = half / tightest.radius;
  if (strain > 1) {
    say(
      'tighter-than-piece',
      `${place}; pieces reach ${formatLength(half, job.unit)} to its inner side, so they fold over or overlap there.`,
      tightest.s,
      half,
    );
    return;
  }
  if (!free.some((piece) => behaviourOf(piece) === 'bending') || strain <= MOST_STRAIN) return;
  say(
    'bent-too-far',
    `${place}: pieces that bend with it are stretched outside and squeezed inside by ${(strain * 100).toFixed(0)}\u00a0%, more than ${MOST_STRAIN * 100}\u00a0%.`,
    tightest.s,
    strain,
  );
}
