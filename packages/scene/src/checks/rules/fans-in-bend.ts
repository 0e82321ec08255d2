import { newReading, pathReader, withinPath } from '@coin-relay/core';
import { behaviourOf, breadthAlong, formatLength, pieceWidth, pieceWords } from '@coin-relay/model';
import type { Found } from '../found';
import { rowRule, type RowContext } from '../rule';

/** Gaps at the outer edge of carried pieces wider than this part of the pitch are spoken of (common practice, no source). */
const OPENS_BY = 0.25;
/** Places of the path that the spacing of carried pieces is looked at. */
const SAMPLES = 2000;

/**
 * Carried pieces on a bend of radius R stand p (1 + h / R) apart at a distance h outside of the
 * path, and p (1 − h / R) inside.
 */
export const fansInBend = rowRule('link', ['carried-overlap', 'carried-open'], fanFindings);

export function fanFindings({
  job,
  resolved: { sequence },
  fit,
}: RowContext): Found<'carried-overlap' | 'carried-open'>[] {
  const pitch = fit.effectivePitch;
  const broad = sequence.filter((piece) => behaviourOf(piece) === 'carried' && breadthAlong(piece) > 0);
  if (pitch === null || broad.length === 0) return [];
  const h = pieceWidth(broad) / 2;
  const thick = Math.max(...broad.map(breadthAlong));
  const read = pathReader(fit.layout.path);
  const at = newReading();
  let [bend, s] = [0, 0];
  for (let i = 0; i <= SAMPLES; i++) {
    const here = fit.window.from + ((fit.window.to - fit.window.from) * i) / SAMPLES;
    read(here, at);
    if (Math.abs(at[4]) > bend) [bend, s] = [Math.abs(at[4]), here];
  }
  // A bend tighter than the pieces are broad folds them over, which is told of as such.
  if (h * bend >= 1) return [];
  const inner = pitch * (1 - h * bend);
  const outer = pitch * (1 + h * bend);
  const place = withinPath(fit.layout.path, s);
  const length = (mm: number): string => formatLength(mm, job.unit);
  const [, many] = pieceWords(broad[0]);
  if (inner < thick - 1e-9 * pitch) {
    return [
      {
        kind: 'carried-overlap',
        text: `In the bend at ${length(place)} the inner ends of the ${many} stand ${length(inner)} apart and are ${length(thick)} thick: they overlap by ${length(thick - inner)}.`,
        at: place,
        size: thick - inner,
      },
    ];
  }
  if (outer - pitch <= OPENS_BY * pitch) return [];
  return [
    {
      kind: 'carried-open',
      text: `In the bend at ${length(place)} the outer ends of the ${many} open to ${length(outer)}, ${length(outer - pitch)} more than on the path.`,
      at: place,
      size: outer - pitch,
    },
  ];
}
