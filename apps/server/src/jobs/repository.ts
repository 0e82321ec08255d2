import { JOB_VERSION } from '@coin-relay/model';
import { sha256, type Db } from '../database/open';
import type { Document, KeptChange, KeptEdit } from './document';
import { steadyClock } from './steady-clock';

/** How many earlier states of a job are kept; older ones make room. */
export const KEPT_REVISIONS = 500;

export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly revision: number;
  readonly updatedAt: string;
  /** Another one for other contents. */
  readonly digest: string;
}

/** A part of the list of jobs, and where it goes on; null at its end. */
export interface JobList {
  readonly jobs: readonly JobSummary[];
  readonly next: string | null;
}

/** A job as it is kept; its document and its patches are JSON that has not been read yet. */
export interface KeptJob {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly document: string;
  readonly edits: readonly KeptEdit[];
  readonly done: number;
}

export interface RevisionSummary {
  readonly revision: number;
  readonly label: string;
  readonly savedAt: string;
}

export type SaveResult =
  | { readonly kind: 'saved'; readonly revision: number; readonly updatedAt: string }
  | { readonly kind: 'stale'; readonly revision: number }
  | { readonly kind: 'missing' }
  | { readonly kind: 'history-mismatch'; readonly edits: number }
  /** What is kept is none of this version's documents. */
  | { readonly kind: 'not-understood' };

interface JobRow {
  id: string;
  revision: number;
  document: string;
  done: number;
  updated_at: string;
}

interface SaveRow {
  revision: number;
  done: number;
  updated_at: string;
  last_save: string | null;
  version: number | null;
}

/** Jobs in one part of the list. */
export const LIST_PART = 200;

/** Every statement, prepared once. */
function statements(db: Db) {
  return {
    list: db.prepare<{ at: string; id: string; most: number }, JobSummary>(
      `SELECT id, name, place, revision, updated_at AS updatedAt, digest FROM jobs
       WHERE deleted_at IS NULL AND (updated_at < @at OR (updated_at = @at AND id > @id))
       ORDER BY updated_at DESC, id LIMIT @most`,
    ),
    one: db.prepare<[string], JobRow>(
      'SELECT id, revision, document, done, updated_at FROM jobs WHERE id = ? AND deleted_at IS NULL',
    ),
    toSave: db.prepare<[string], SaveRow>(
      `SELECT revision, done, updated_at, last_save,
         CASE WHEN json_valid(document) THEN json_extract(document, '$.version') END AS version
       FROM jobs WHERE id = ? AND deleted_at IS NULL`,
    ),
    onRack: db.prepare<[string], { revision: number }>(
      'SELECT revision FROM jobs WHERE id = ? AND deleted_at IS NULL',
    ),
    any: db.prepare<[string], { revision: number }>('SELECT revision FROM jobs WHERE id = ?'),
    insert: db.prepare(
      'INSERT INTO jobs (id, name, place, revision, document, digest, created_at, updated_at) VALUES (@id, @name, @place, 1, @text, @digest, @now, @now)',
    ),
    update: db.prepare(
      'UPDATE jobs SET name = @name, place = @place, revision = @revision, document = @text, digest = @digest, done = @done, updated_at = @now, last_save = @key WHERE id = @id',
    ),
    mark: db.prepare('UPDATE jobs SET deleted_at = @at WHERE id = @id'),
    edits: db.prepare<[string], KeptEdit>(
      'SELECT label, forward, inverse FROM edits WHERE job_id = ? ORDER BY position',
    ),
    countEdits: db.prepare<[string], { n: number }>('SELECT count(*) AS n FROM edits WHERE job_id = ?'),
    dropEdits: db.prepare('DELETE FROM edits WHERE job_id = ? AND position >= ?'),
    addEdit: db.prepare(
      'INSERT INTO edits (job_id, position, label, forward, inverse) VALUES (@id, @position, @label, @forward, @inverse)',
    ),
    addRevision: db.prepare(
      'INSERT INTO revisions (job_id, revision, label, document, saved_at) VALUES (@id, @revision, @label, @text, @now)',
    ),
    dropRevisions: db.prepare('DELETE FROM revisions WHERE job_id = ? AND revision <= ?'),
    revisions: db.prepare<[string], RevisionSummary>(
      'SELECT revision, label, saved_at AS savedAt FROM revisions WHERE job_id = ? ORDER BY revision DESC',
    ),
    revision: db.prepare<[string, number], { document: string }>(
      'SELECT document FROM revisions WHERE job_id = ? AND revision = ?',
    ),
  };
}

/** The jobs in the database. Everything that writes does so in one transaction. */
export class JobRepository {
  private readonly sql: ReturnType<typeof statements>;

  constructor(
    private readonly db: Db,
    private readonly now: () => string = steadyClock(),
  ) {
    this.sql = statements(db);
  }

  /** The jobs on the rack, latest first, so many at a time. @param after where an earlier part said it goes on */
  list(after: string | null = null): JobList {
    const [at, id] = splitCursor(after);
    const found = this.sql.list.all({ at, id, most: LIST_PART + 1 });
    const jobs = found.slice(0, LIST_PART);
    const last = found.length > LIST_PART ? jobs[jobs.length - 1] : null;
    return { jobs, next: last && `${last.updatedAt}${BETWEEN}${last.id}` };
  }

  /** Is it there, and not taken off the rack? */
  isOnRack(id: string): boolean {
    return this.sql.onRack.get(id) !== undefined;
  }

  /** Is it there, on the rack or off it? */
  has(id: string): boolean {
    return this.sql.any.get(id) !== undefined;
  }

  find(id: string): KeptJob | null {
    const row = this.sql.one.get(id);
    if (!row) return null;
    const { revision, document, done, updated_at: updatedAt } = row;
    return { id, revision, updatedAt, document, edits: this.sql.edits.all(id), done };
  }

  create(id: string, { name, place, text }: Document, label: string): JobSummary {
    const now = this.now();
    const digest = sha256(text);
    this.db.transaction(() => {
      this.sql.insert.run({ id, name, place, text, digest, now });
      this.sql.addRevision.run({ id, revision: 1, label, text, now });
    })();
    return { id, name, place, revision: 1, updatedAt: now, digest };
  }

  /**
   * Saves a job over the revision it was made from; refuses where another save came between.
   * @param key what names the request: one that is repeated is the same save
   */
  save(
    id: string,
    basedOn: number,
    { name, place, text }: Document,
    change: KeptChange | null,
    key: string | null = null,
  ): SaveResult {
    return this.db.transaction((): SaveResult => {
      const row = this.sql.toSave.get(id);
      if (!row) return { kind: 'missing' };
      if (key !== null && row.last_save === key && row.revision === basedOn + 1)
        return { kind: 'saved', revision: row.revision, updatedAt: row.updated_at };
      if (row.revision !== basedOn) return { kind: 'stale', revision: row.revision };
      if (row.version === null || row.version > JOB_VERSION) return { kind: 'not-understood' };
      const count = this.sql.countEdits.get(id)?.n ?? 0;
      if (change && change.keep > count) return { kind: 'history-mismatch', edits: count };
      const now = this.now();
      const revision = row.revision + 1;
      let done: number;
      let label = 'Saved';
      if (change) {
        this.sql.dropEdits.run(id, change.keep);
        change.add.forEach((edit, i) => {
          this.sql.addEdit.run({ id, position: change.keep + i, ...edit });
        });
        label =
          change.add.at(-1)?.label ??
          (change.done < row.done ? 'Undone' : change.done > row.done ? 'Redone' : label);
        done = change.done;
      } else {
        this.sql.dropEdits.run(id, 0);
        done = 0;
      }
      this.sql.update.run({ id, name, place, revision, text, digest: sha256(text), done, now, key });
      this.sql.addRevision.run({ id, revision, label, text, now });
      this.sql.dropRevisions.run(id, revision - KEPT_REVISIONS);
      return { kind: 'saved', revision, updatedAt: now };
    })();
  }

  /** Takes a job off the rack. It can be put back. */
  remove(id: string, basedOn: number | null): SaveResult {
    return this.db.transaction((): SaveResult => {
      const row = this.sql.toSave.get(id);
      if (!row) return { kind: 'missing' };
      if (basedOn !== null && row.revision !== basedOn) return { kind: 'stale', revision: row.revision };
      this.sql.mark.run({ id, at: this.now() });
      return { kind: 'saved', revision: row.revision, updatedAt: row.updated_at };
    })();
  }

  restore(id: string): boolean {
    return this.sql.mark.run({ id, at: null }).changes === 1;
  }

  revisions(id: string): RevisionSummary[] {
    return this.sql.revisions.all(id);
  }

  /** An earlier state, as it was kept. */
  revision(id: string, revision: number): string | null {
    return this.sql.revision.get(id, revision)?.document ?? null;
  }
}

const BETWEEN = '~';

/** The time and the id after which the list goes on: for its beginning, later than any. */
function splitCursor(after: string | null): readonly [string, string] {
  if (after === null) return ['\uffff', ''];
  const found = after.indexOf(BETWEEN);
  return found < 0 ? [after, ''] : [after.slice(0, found), after.slice(found + 1)];
}
