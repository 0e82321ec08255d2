import type { Job, JobPiece, Run } from '../job/schema';
import { formatExact } from '../units';

/** One line for a link: family, size, pitch, and how it behaves. */
export function pieceSummary(job: Job, piece: JobPiece): string {
  const pitch = formatExact(piece.pitch, job.unit);
  switch (piece.family) {
    case 'roller-chain':
      return `Roller chain${piece.size ? ` ${piece.size}` : ''}, ${pitch}, stiff`;
    case 'track-shoe':
      return `Track shoe, ${pitch}, stiff`;
    case 'toothed-belt':
      return `Toothed belt${piece.size ? ` ${piece.size}` : ''}, ${pitch}, bending`;
  }
}

/** One line for a sequence: what comes in turn. */
export function sequenceSummary(job: Job, run: Run): string {
  const pieces = run.sequence.map((id) => job.pieces.find((piece) => piece.id === id));
  const [first] = pieces;
  if (run.sequence.length === 1) return `${first?.name ?? 'One piece'}, all alike`;
  const cups = pieces.filter((piece) => piece?.family === 'roller-chain' && piece.carrier).length;
  const turns = 'Inner and outer in turn';
  return cups > 0 ? `${turns}; a cup on every ${ordinal(run.sequence.length / cups)}` : turns;
}

/** One line for the loop: its length in frames and seconds, and what travels in it. */
export function motionSummary(job: Job): string {
  const { frames, framesPerSecond, drives } = job.motion;
  const seconds = Number((frames / framesPerSecond).toFixed(2));
  const pitches = drives[0]?.pitches ?? 0;
  return `${Math.abs(pitches)} pitches ${pitches < 0 ? 'back ' : ''}in ${seconds}\u00a0s at ${framesPerSecond} frames a second`;
}

export function ordinal(n: number): string {
  const last = n % 10;
  const teen = Math.floor((n % 100) / 10) === 1;
  return `${n}${!teen && last === 1 ? 'st' : !teen && last === 2 ? 'nd' : !teen && last === 3 ? 'rd' : 'th'}`;
}
