import { isStiff, withPitch, type JobPiece } from '@coin-relay/model';
import type { Command } from './command';

/** Gives all pieces of a run another pitch; wheels that have their teeth follow by themselves. */
export function setPitch(runId: string, pitch: number): Command {
  return {
    label: 'Change pitch',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      job.pieces.forEach((piece, i) => {
        if (run.sequence.includes(piece.id) && piece.pitch !== pitch) job.pieces[i] = withPitch(piece, pitch);
      });
    },
  };
}

/** Puts other pieces into a run. Wheels whose teeth meshed with the old ones mesh with the new. */
export function choosePieces(
  runId: string,
  pieces: readonly JobPiece[],
  sequence: readonly string[],
): Command {
  return {
    label: 'Choose link',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      const old = new Set(run.sequence);
      const others = new Set(job.runs.filter((r) => r.id !== runId).flatMap((r) => r.sequence));
      const kept = job.pieces.filter((piece) => !old.has(piece.id) || others.has(piece.id));
      const taken = new Set(kept.map((piece) => piece.id));
      const renamed = new Map<string, string>();
      for (const piece of pieces) {
        let id = piece.id;
        for (let k = 2; taken.has(id); k++) id = `${piece.id}-${k}`;
        taken.add(id);
        renamed.set(piece.id, id);
        kept.push({ ...piece, id });
      }
      job.pieces = kept;
      run.sequence = sequence.map((id) => renamed.get(id) ?? id);
      if (run.fit.multiple > 1) run.fit.multiple = Math.max(1, run.sequence.length);
      run.fit.count = null;
      for (const wheel of job.wheels) {
        if (wheel.size.by === 'teeth' && !taken.has(wheel.size.piece)) wheel.size.piece = run.sequence[0];
      }
      // What bends has no chords: nothing else of the fit depends on it.
      if (!isStiff(kept[kept.length - 1])) run.fit.multiple = 1;
    },
  };
}
