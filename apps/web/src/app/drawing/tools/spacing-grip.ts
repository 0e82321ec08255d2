import { newReading, newRowFrame, pathReader, rowFrame, type FitOutcome, type Vec } from '@coin-relay/core';
import { behaviourOf, type JobPiece } from '@coin-relay/model';

/** The second piece of an open row, to be dragged along the path: it sets how far apart they stand. */
export interface SpacingGrip extends Vec {
  /** A place before it on the path: which way it slides. */
  readonly from: Vec;
  /** What the drag sets: the spacing of carried pieces, or the gap between pieces laid end to end. */
  readonly sets: 'spacing' | 'gap';
  /** Its value for the second piece standing at a place of the path, mm; zero or less where none can be. */
  readonly at: (s: number) => number;
}

/** Where the second piece can be taken hold of; null where nothing is set by it. */
export function spacingGrip(fit: FitOutcome, sequence: readonly JobPiece[]): SpacingGrip | null {
  if (fit.window.ring || fit.count < 2 || fit.sections || fit.obstacles.length > 0) return null;
  const { endToEnd, lay } = fit.request;
  const carried = sequence.every((piece) => behaviourOf(piece) === 'carried' && piece.family !== 'own');
  if (!endToEnd && !carried) return null;
  // Laid from elsewhere, or spread, the first piece would move with the second.
  if (fit.request.hold === 'both' && lay && (lay.rest !== 'end' || lay.middle !== null)) return null;
  const frame = newRowFrame(fit.row);
  rowFrame(fit.row, 0, frame);
  const { arc, step, firstLink } = frame;
  const [a, b] = [-firstLink * step, (1 - firstLink) * step];
  const second = (arc[b] + arc[b + 1]) / 2;
  const read = pathReader(fit.layout.path);
  const at = newReading();
  read(second, at);
  const place = { x: at[0], y: at[1], from: { x: at[0] - at[2], y: at[1] - at[3] } };
  if (endToEnd) {
    const end = arc[a + 1];
    const half = (arc[b + 1] - arc[b]) / 2;
    return { ...place, sets: 'gap', at: (s) => Math.max(0, s - half - end) };
  }
  // On points the first one stands on the start, else half a spacing in.
  const spaces = lay?.ends === 'points' ? 1 : 1.5;
  return { ...place, sets: 'spacing', at: (s) => (s - fit.window.from) / spaces };
}
