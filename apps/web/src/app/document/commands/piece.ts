import {
  adaptedTo,
  type Behaviour,
  behaviourOf,
  boundTo,
  freshId,
  type Job,
  type JobPiece,
  type MadePieces,
  type Material,
  type OwnLink,
  type PieceFinish,
  PLAIN_SETTING,
  withFreshIds,
  withFreshNames,
  withPiecesInRun,
  withPitch,
} from '@coin-relay/model';
import { castDraft, type Draft } from 'immer';
import type { Command } from './command';
import { writeSpacing } from './job';

/**
 * Gives all pieces of a run another pitch, with those that are tied to them; wheels that have their teeth follow by themselves.
 * @param carried what becomes of pieces that are carried, whose pitch is only how far apart they stand
 */
export function setPitch(runId: string, pitch: number, carried: 'grow' | 'keep' = 'keep'): Command {
  return {
    label: 'Change pitch',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      const first = job.pieces.find(({ id }) => id === run?.sequence[0]);
      if (!run || !first) return;
      if (carried === 'keep' && behaviourOf(first) === 'carried') {
        writeSpacing(job, runId, 'spacing', pitch);
        return;
      }
      const bound = boundTo(job, first.id);
      job.pieces.forEach((piece, i) => {
        if (bound.has(piece.id) && piece.pitch !== pitch) job.pieces[i] = castDraft(withPitch(piece, pitch));
      });
    },
  };
}

/** Puts other pieces into a run; its rules stay. */
export function choosePieces(runId: string, made: MadePieces): Command {
  return {
    label: 'Choose link',
    recipe: (job) => {
      Object.assign(job, withPiecesInRun(job as Job, runId, made) as Draft<Job>);
    },
  };
}

/** Puts a link of the catalogue that is one's own into a run, with the materials it needs. */
export function takeOwnLink(runId: string, link: OwnLink): Command {
  const { overlap } = link;
  const made: MadePieces = {
    pieces: link.pieces,
    sequence: link.sequence,
    ...(overlap === 'linked' ? { overlap } : {}),
  };
  return {
    label: 'Choose link',
    recipe: (job) => {
      addMaterials(job, link.materials);
      choosePieces(runId, made).recipe(job);
    },
  };
}

/** Brings in materials that the job does not know. */
export function addMaterials(job: Draft<Job>, materials: readonly Material[]): void {
  const known = new Set((job.materials ?? []).map(({ id }) => id));
  const fresh = materials.filter(({ id }) => !known.has(id));
  if (fresh.length > 0) job.materials = [...(job.materials ?? []), ...fresh];
}

/**
 * Changes a master: every copy of it in every run follows. Where its pitch changes, the pieces
 * it stands in a row with change theirs; where its scale does, the other links of its chain.
 */
export function changePiece(changed: JobPiece, label = 'Change link'): Command {
  return {
    label,
    recipe: (job) => {
      const i = job.pieces.findIndex((piece) => piece.id === changed.id);
      if (i < 0) return;
      if (job.pieces[i].pitch !== changed.pitch) {
        for (const id of boundTo(job, changed.id)) {
          const k = job.pieces.findIndex((piece) => piece.id === id);
          if (id !== changed.id && k >= 0) job.pieces[k] = castDraft(withPitch(job.pieces[k], changed.pitch));
        }
      }
      scaleChain(job, job.pieces[i], changed);
      job.pieces[i] = castDraft(changed);
    },
  };
}

/** Inner and outer links, those seen face-on and edge-on: links of one chain are as large as each other. */
function scaleChain(job: Draft<Job>, before: JobPiece, { id, family, setting }: JobPiece): void {
  const scaleOf = (piece: JobPiece): number => piece.setting?.scale ?? 1;
  const scale = setting?.scale ?? 1;
  if (family === 'own' || scale === scaleOf(before)) return;
  const bound = boundTo(job, id);
  for (const piece of job.pieces) {
    if (piece.id === id || piece.family !== family || !bound.has(piece.id)) continue;
    if (scaleOf(piece) === scaleOf(before)) piece.setting = { ...(piece.setting ?? PLAIN_SETTING), scale };
  }
}

/** Makes the pieces of a run's sequence stiff, carried or bending, with those that are tied to them. */
export function setBehaviour(runId: string, behaviour: Behaviour): Command {
  return {
    label: 'Change behaviour',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      const bound = new Set(run.sequence.flatMap((id) => [...boundTo(job as Job, id)]));
      for (const piece of job.pieces) if (bound.has(piece.id)) piece.behaviour = behaviour;
    },
  };
}

/**
 * Adds pieces to the job so that a run can use them: of its pitch, and stiff or bending as it is, under
 * names that tell them from the others.
 * @returns the command, and the ids they get
 */
export function addPieces(
  job: Job,
  runId: string,
  pieces: readonly JobPiece[],
): { command: Command; ids: string[] } {
  const run = job.runs.find((r) => r.id === runId);
  const fresh = withFreshNames(
    withFreshIds(
      run ? pieces.map((piece) => adaptedTo(job, run, piece)) : pieces,
      new Set(job.pieces.map(({ id }) => id)),
    ).pieces,
    job,
  );
  return {
    command: {
      label: 'Add piece',
      recipe: (draft) => {
        draft.pieces.push(...castDraft(fresh));
      },
    },
    ids: fresh.map(({ id }) => id),
  };
}

/** Calls a piece otherwise. */
export function renamePiece(id: string, name: string): Command {
  return {
    label: 'Rename piece',
    recipe: (job) => {
      const piece = job.pieces.find((p) => p.id === id);
      if (piece) piece.name = name;
    },
  };
}

/** Writes where the picture of a piece lies on it, and how large it is. */
export function writePicture(
  job: Draft<Job>,
  pieceId: string,
  picture: NonNullable<PieceFinish['picture']>,
): void {
  const finish = job.pieces.find(({ id }) => id === pieceId)?.finish;
  if (finish) finish.picture = picture;
}

/** Adds a material of one's own, or changes it. */
export function putMaterial(material: Material): Command {
  return {
    label: 'Change material',
    recipe: (job) => {
      const known = (job.materials ??= []);
      const i = known.findIndex(({ id }) => id === material.id);
      if (i < 0) known.push(material);
      else known[i] = material;
    },
  };
}

/** A material to begin with, under an id that is free. */
export function newMaterial(job: Job): Material {
  return {
    id: freshId(job.materials ?? [], 'own-1'),
    name: 'My material',
    colour: '#7c9a76',
    metal: 0,
    rough: 0.5,
  };
}
