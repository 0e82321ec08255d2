import {
  laidLength,
  withPitch,
  behaviourOf,
  familyOf,
  isBand,
  pitchConflict,
  type JobPiece,
} from '../families';
import type { MadePieces } from '../catalogue';
import { laysEndToEnd, piecesOfRun, withoutLostBody, PLAIN_SET_OUT } from '../job';
import type { Job, Run, SetOut } from '../job/schema';
import { pathNeeds } from '../job/path-needs';
import { kindOf } from '../path-kinds/all';
import { formatLengthNumber } from '../units';

/** Pieces renamed so that no id is taken twice, and what each was called before. */
export function withFreshIds(
  pieces: readonly JobPiece[],
  taken: ReadonlySet<string>,
): { pieces: JobPiece[]; renamed: ReadonlyMap<string, string> } {
  const used = new Set(taken);
  const renamed = new Map<string, string>();
  const fresh = pieces.map((piece) => {
    let id = piece.id;
    for (let k = 2; used.has(id); k++) id = `${piece.id.slice(0, 34)}-${k}`;
    used.add(id);
    renamed.set(piece.id, id);
    return { ...piece, id };
  });
  return { pieces: fresh, renamed };
}

/** Longest name of a piece. */
const LONGEST = 80;

/**
 * Pieces that are called as none is that is there already: by their length along the path, where that
 * tells them from the others, else by a number.
 */
export function withFreshNames(
  pieces: readonly JobPiece[],
  { pieces: there, unit }: Pick<Job, 'pieces' | 'unit'>,
): JobPiece[] {
  const taken = new Set(there.map(({ name }) => name));
  return pieces.map((piece) => {
    const called = (more: string): string => `${piece.name.slice(0, LONGEST - more.length)}${more}`;
    const size = formatLengthNumber(laidLength(piece), unit).replace(/\.?0+$/, '');
    const tries = ['', ` ${size}`];
    let name = tries.map(called).find((tried) => !taken.has(tried));
    for (let k = 2; name === undefined; k++)
      if (!taken.has(called(` ${size} ${k}`))) name = called(` ${size} ${k}`);
    taken.add(name);
    return name === piece.name ? piece : { ...piece, name };
  });
}

/**
 * A piece as it can stand in a run beside what is there: of the run's pitch, and stiff or bending
 * as the rest. Carried ones go with everything as they are.
 */
export function adaptedTo(job: Pick<Job, 'pieces'>, run: Run, piece: JobPiece): JobPiece {
  const seated = run.sequence
    .flatMap((id) => job.pieces.find((p) => p.id === id) ?? [])
    .find((p) => behaviourOf(p) !== 'carried');
  if (!seated || behaviourOf(piece) === 'carried') return piece;
  const size = laysEndToEnd(run) ? piece.pitch : seated.pitch;
  const behaviour = behaviourOf(seated);
  const sized = piece.pitch === size ? piece : withPitch(piece, size);
  return behaviourOf(sized) === behaviour || isBand(sized) ? sized : { ...sized, behaviour };
}

/** Can a piece stand in a run at all, once it is adapted? A part of a band cannot be stiff. */
export function canStandIn(job: Pick<Job, 'pieces'>, run: Run, piece: JobPiece): boolean {
  const sequence = run.sequence.flatMap((id) => job.pieces.find((p) => p.id === id) ?? []);
  return pitchConflict([...sequence, adaptedTo(job, run, piece)], laysEndToEnd(run)) === null;
}

/**
 * The job with other pieces in a run. Its rules and what was done by hand stay; pieces that only
 * they use are brought to the new pitch. A count that was set stays where the pitch does. Wheels whose teeth meshed with the old pieces mesh with
 * the new ones. Pieces that nothing uses any more go.
 */
export function withPiecesInRun(job: Job, runId: string, made: MadePieces): Job {
  const run = job.runs.find((r) => r.id === runId);
  if (!run) return job;
  const old = new Set(run.sequence);
  const stay = job.pieces.filter(
    ({ id }) => !old.has(id) || isUsedElsewhere(job, runId, id) || isUsedBesides(job, run, id),
  );
  const before = run.sequence.flatMap((id) => job.pieces.find((piece) => piece.id === id) ?? []);
  const { pieces, renamed } = withFreshIds(
    made.pieces.map((piece) => asUnlike(piece, before[made.sequence.indexOf(piece.id) % before.length])),
    new Set(stay.map(({ id }) => id)),
  );
  const sequence = made.sequence.map((id) => renamed.get(id) ?? id);
  const fit = {
    ...withoutLostBody(run.fit, sequence),
    // A count that was set is one of this pitch: at another one it is derived again.
    count: pieces[0]?.pitch === before[0]?.pitch ? run.fit.count : null,
    ...(run.fit.endToEnd && made.pieces.some(isBand) ? { endToEnd: null } : {}),
    multiple:
      run.fit.count === null && run.fit.multiple > 1 && pieces.some((piece) => behaviourOf(piece) === 'stiff')
        ? sequence.length
        : 1,
  };
  const setOut = setOutFor(run, sequence.length, made.overlap);
  let next: Run = { ...run, sequence, fit, ...(setOut ? { setOut } : {}) };
  let all = [...stay, ...pieces];
  // What only rules and single places of this run use follows the new pitch.
  for (const piece of piecesOfRun({ pieces: all }, next)) {
    if (sequence.includes(piece.id)) continue;
    if (!canStandIn({ pieces: all }, next, piece)) {
      next = { ...next, setOut: next.setOut && withPieceRenamed(next.setOut, piece.id, sequence[0]) };
      continue;
    }
    const adapted = adaptedTo({ pieces: all }, next, piece);
    if (adapted === piece) continue;
    if (isUsedElsewhere(job, runId, piece.id)) {
      // Other rows keep it as it is: this one gets a copy.
      const [copy] = withFreshIds([adapted], new Set(all.map(({ id }) => id))).pieces;
      all = [...all, copy];
      next = { ...next, setOut: next.setOut && withPieceRenamed(next.setOut, piece.id, copy.id) };
    } else all = all.map((p) => (p.id === piece.id ? adapted : p));
  }
  const path = job.paths.find(({ id }) => id === run.path);
  const passed = new Set(
    (path ? pathNeeds(path) : []).flatMap(({ kind, id }) => (kind === 'wheel' ? [id] : [])),
  );
  const ids = new Set(all.map(({ id }) => id));
  return {
    ...job,
    pieces: all,
    runs: job.runs.map((r) => (r.id === runId ? next : r)),
    wheels: job.wheels.map((wheel) =>
      wheel.size.by === 'teeth' &&
      (!ids.has(wheel.size.piece) || (passed.has(wheel.id) && old.has(wheel.size.piece)))
        ? { ...wheel, size: { ...wheel.size, piece: sequence[0] } }
        : wheel,
    ),
    paths: job.paths.map((each) => kindOf(each).withPiece?.(each, (id) => ids.has(id), sequence[0]) ?? each),
  };
}

/** A piece that takes another one's place: its copies are as unlike each other, where it says nothing of that itself. */
function asUnlike(piece: JobPiece, before: JobPiece | undefined): JobPiece {
  if (!before?.variation || piece.variation) return piece;
  const { wire } = before.variation;
  return { ...piece, variation: { ...before.variation, wire: familyOf(piece).wire ? wire : 0 } };
}

function withPieceRenamed(setOut: SetOut, from: string, to: string): SetOut {
  const renamed = <T extends { piece: string | null }>(items: readonly T[]): T[] =>
    items.map((item) => (item.piece === from ? { ...item, piece: to } : item));
  return {
    ...setOut,
    rules: renamed(setOut.rules),
    byHand: renamed(setOut.byHand),
    handed: setOut.handed && { ...setOut.handed, items: renamed(setOut.handed.items) },
  };
}

function setOutFor(run: Run, steps: number, overlap: MadePieces['overlap']): Run['setOut'] {
  const known = run.setOut;
  if (!known) return overlap ? { ...PLAIN_SET_OUT, overlap } : undefined;
  return {
    ...known,
    steps: [],
    order:
      known.order.by === 'weight'
        ? { ...known.order, weights: Array.from({ length: steps }, () => 1) }
        : known.order,
    overlap: overlap ?? (known.overlap === 'linked' ? 'as-made' : known.overlap),
  };
}

/** Does another run use the piece? */
function isUsedElsewhere(job: Job, runId: string, piece: string): boolean {
  return job.runs.some((run) => run.id !== runId && piecesOfRun(job, run).some(({ id }) => id === piece));
}

/** Do the rules or single places of the run use the piece? */
function isUsedBesides(job: Job, run: Run, piece: string): boolean {
  return piecesOfRun(job, { ...run, sequence: [] }).some(({ id }) => id === piece);
}

/**
 * The ids of all pieces whose pitch goes with that of one: pieces in one row have one pitch, and a
 * master in two rows ties them together. Laid end to end each has its own.
 */
export function boundTo(job: Job, piece: string): ReadonlySet<string> {
  const bound = new Set([piece]);
  for (let grown = true; grown;) {
    grown = false;
    for (const run of job.runs) {
      if (laysEndToEnd(run)) continue;
      const seated = piecesOfRun(job, run).filter((p) => behaviourOf(p) !== 'carried');
      if (!seated.some(({ id }) => bound.has(id))) continue;
      for (const { id } of seated) {
        if (!bound.has(id)) grown = true;
        bound.add(id);
      }
    }
  }
  return bound;
}

/**
 * The job with a run's pieces laid end to end, or at one pitch again: then all take that of its
 * first one.
 */
export function withEndToEnd(job: Job, runId: string, endToEnd: Run['fit']['endToEnd']): Job {
  const run = job.runs.find(({ id }) => id === runId);
  if (!run) return job;
  const next: Run = { ...run, fit: { ...run.fit, endToEnd: endToEnd ?? null, count: null } };
  const seated = piecesOfRun(job, run).filter((piece) => behaviourOf(piece) !== 'carried');
  const bound = new Set(endToEnd ? [] : seated.map(({ id }) => id));
  return {
    ...job,
    runs: job.runs.map((r) => (r.id === runId ? next : r)),
    pieces: job.pieces.map((piece) =>
      bound.has(piece.id) && piece.pitch !== seated[0].pitch ? withPitch(piece, seated[0].pitch) : piece,
    ),
  };
}
