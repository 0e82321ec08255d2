import { familyOf, behaviourOf, type JobPiece } from '../families';
import type { Job, Run } from '../job/schema';
import { formatExact } from '../units';

/** One line for a link: family, size, pitch, and how it behaves. */
export function pieceSummary(job: Job, piece: JobPiece): string {
  const pitch = formatExact(piece.pitch, job.unit);
  const size = 'size' in piece && typeof piece.size === 'string' && piece.size !== '' ? ` ${piece.size}` : '';
  const name = piece.family === 'own' ? piece.name : `${familyOf(piece).words.title}${size}`;
  return `${name}, ${pitch}, ${behaviourOf(piece)}`;
}

/** One line for a set-out: what comes in turn, and what else decides what goes where. */
export function setOutSummary(job: Job, run: Run): string {
  const { setOut } = run;
  const words = [orderWords(job, run)];
  if (!setOut) return words[0];
  const { rules, byHand, handed, rows, twin, boundary, reach } = setOut;
  const leftOut = byHand.filter((touch) => touch.leftOut).length;
  const touched = byHand.length - leftOut;
  if (rules.length > 0) words.push(rules.length === 1 ? '1 rule' : `${rules.length} rules`);
  if (leftOut > 0) words.push(`${leftOut} left out`);
  if (touched > 0) words.push(`${touched} by hand`);
  if (handed && handed.items.length > 0) words.push(`${handed.items.length} handed out`);
  if (rows.count > 1) words.push(`${rows.count} rows`);
  if (twin) words.push('mirrored twin');
  if (boundary) words.push(`kept ${boundary.keep}`);
  if (reach) words.push('stretched');
  return words.join('; ');
}

function orderWords(job: Job, run: Run): string {
  const pieces = run.sequence.map((id) => job.pieces.find((piece) => piece.id === id));
  const [first] = pieces;
  if (run.setOut?.order.by === 'weight') return `${run.sequence.length} pieces by weight`;
  if (run.sequence.length === 1) return `${first?.name ?? 'One piece'}, all alike`;
  if (!first || pieces.some((piece) => !piece || !familyOf(piece).alternates)) {
    const names = new Set(pieces.map((piece) => piece?.name ?? ''));
    return names.size <= 3 ? `${[...names].join(', ')} in turn` : `${run.sequence.length} in turn`;
  }
  const cups = pieces.filter(
    (piece) => piece?.family === 'roller-chain' && piece.attachment === 'cup',
  ).length;
  const turns = 'Inner and outer in turn';
  return cups > 0 ? `${turns}; a cup on every ${ordinal(run.sequence.length / cups)}` : turns;
}

/** One line for the loop: its length in frames and seconds, and what travels in it. */
export function motionSummary(job: Job): string {
  const { frames, framesPerSecond, drives } = job.motion;
  const seconds = Number((frames / framesPerSecond).toFixed(2));
  const master = drives.find(({ pitches, train }) => pitches !== 0 && !train);
  const turns = drives.some(({ turning = 0 }) => turning !== 0);
  const ties = job.ties ?? [];
  const more = [
    drives.some(({ train }) => train) ? 'one drive' : '',
    ties.length > 0 ? (ties.length === 1 ? ties[0].is.kind : `${ties.length} springs and ropes`) : '',
    (job.motion.breaths ?? []).length > 0 ? 'breathing' : '',
    master && turns ? 'turning' : '',
  ].filter((words) => words !== '');
  const also = more.length > 0 ? `; ${more.join(', ')}` : '';
  const stays = turns ? 'Turns where it is' : 'Stands still';
  if (!master) return `${stays} for ${seconds}\u00a0s at ${framesPerSecond} frames a second${also}`;
  const { pitches, manner } = master;
  const way = manner?.way === 'to-and-fro' ? 'to and fro ' : pitches < 0 ? 'back ' : '';
  return `${Math.abs(pitches)} pitches ${way}in ${seconds}\u00a0s at ${framesPerSecond} frames a second${also}`;
}

export function ordinal(n: number): string {
  const last = n % 10;
  const teen = Math.floor((n % 100) / 10) === 1;
  return `${n}${!teen && last === 1 ? 'st' : !teen && last === 2 ? 'nd' : !teen && last === 3 ? 'rd' : 'th'}`;
}
