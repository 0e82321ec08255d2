import {
  JOB_VERSION,
  parseJob,
  type Edit,
  type History,
  type HistoryChange,
  type Job,
} from '@coin-relay/model';
import type { Db } from '../database/open';

/** How many earlier states of a job are kept; older ones make room. */
export const KEPT_REVISIONS = 500;

export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly revision: number;
  readonly updatedAt: string;
}

export interface StoredJob {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly job: Job;
  readonly history: History;
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
  | { readonly kind: 'history-mismatch'; readonly edits: number };

interface JobRow {
  id: string;
  name: string;
  place: string;
  revision: number;
  document: string;
  done: number;
  updated_at: string;
}

interface EditRow {
  label: string;
  forward: string;
  inverse: string;
}

/** Every statement, prepared once. */
function statements(db: Db) {
  return {
    list: db.prepare<[], { id: string; name: string; place: string; revision: number; updatedAt: string }>(
      'SELECT id, name, place, revision, updated_at AS updatedAt FROM jobs WHERE deleted_at IS NULL ORDER BY updated_at DESC, id LIMIT 1000',
    ),
    one: db.prepare<[string], JobRow>(
      'SELECT id, name, place, revision, document, done, updated_at FROM jobs WHERE id = ? AND deleted_at IS NULL',
    ),
    onRack: db.prepare<[string], { revision: number }>(
      'SELECT revision FROM jobs WHERE id = ? AND deleted_at IS NULL',
    ),
    any: db.prepare<[string], { revision: number }>('SELECT revision FROM jobs WHERE id = ?'),
    insert: db.prepare(
      'INSERT INTO jobs (id, name, place, revision, document, created_at, updated_at) VALUES (@id, @name, @place, 1, @document, @now, @now)',
    ),
    update: db.prepare(
      'UPDATE jobs SET name = @name, place = @place, revision = @revision, document = @document, done = @done, updated_at = @now WHERE id = @id',
    ),
    mark: db.prepare('UPDATE jobs SET deleted_at = @at WHERE id = @id'),
    edits: db.prepare<[string], EditRow>(
      'SELECT label, forward, inverse FROM edits WHERE job_id = ? ORDER BY position',
    ),
    countEdits: db.prepare<[string], { n: number }>('SELECT count(*) AS n FROM edits WHERE job_id = ?'),
    dropEdits: db.prepare('DELETE FROM edits WHERE job_id = ? AND position >= ?'),
    addEdit: db.prepare(
      'INSERT INTO edits (job_id, position, label, forward, inverse) VALUES (@id, @position, @label, @forward, @inverse)',
    ),
    addRevision: db.prepare(
      'INSERT INTO revisions (job_id, revision, label, document, saved_at) VALUES (@id, @revision, @label, @document, @now)',
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
    private readonly now: () => string = () => new Date().toISOString(),
  ) {
    this.sql = statements(db);
  }

  list(): JobSummary[] {
    return this.sql.list.all();
  }

  /** Is it there, and not taken off the rack? */
  isOnRack(id: string): boolean {
    return this.sql.onRack.get(id) !== undefined;
  }

  /** Is it there, on the rack or off it? */
  has(id: string): boolean {
    return this.sql.any.get(id) !== undefined;
  }

  find(id: string): StoredJob | null {
    const row = this.sql.one.get(id);
    if (!row) return null;
    const document = JSON.parse(row.document) as { version?: unknown };
    // Edits of an older form of the document do not fit the new one. Earlier states are kept as revisions.
    const isCurrent = document.version === JOB_VERSION;
    const edits = (isCurrent ? this.sql.edits.all(id) : []).map((edit): Edit => ({
      label: edit.label,
      forward: JSON.parse(edit.forward) as Edit['forward'],
      inverse: JSON.parse(edit.inverse) as Edit['inverse'],
    }));
    return {
      id: row.id,
      revision: row.revision,
      updatedAt: row.updated_at,
      job: parseJob(document),
      history: { edits, done: isCurrent ? row.done : 0 },
    };
  }

  create(id: string, job: Job, label: string): JobSummary {
    const now = this.now();
    const document = JSON.stringify(job);
    this.db.transaction(() => {
      this.sql.insert.run({ id, name: job.name, place: job.place, document, now });
      this.sql.addRevision.run({ id, revision: 1, label, document, now });
    })();
    return { id, name: job.name, place: job.place, revision: 1, updatedAt: now };
  }

  /** Saves a job over the revision it was made from; refuses where another save came between. */
  save(id: string, basedOn: number, job: Job, change: HistoryChange | null): SaveResult {
    return this.db.transaction((): SaveResult => {
      const row = this.sql.one.get(id);
      if (!row) return { kind: 'missing' };
      if (row.revision !== basedOn) return { kind: 'stale', revision: row.revision };
      const count = this.sql.countEdits.get(id)?.n ?? 0;
      if (change && change.keep > count) return { kind: 'history-mismatch', edits: count };
      const now = this.now();
      const revision = row.revision + 1;
      const document = JSON.stringify(job);
      let done: number;
      let label = 'Saved';
      if (change) {
        this.sql.dropEdits.run(id, change.keep);
        change.add.forEach((edit, i) => {
          this.sql.addEdit.run({
            id,
            position: change.keep + i,
            label: edit.label,
            forward: JSON.stringify(edit.forward),
            inverse: JSON.stringify(edit.inverse),
          });
        });
        label =
          change.add.at(-1)?.label ??
          (change.done < row.done ? 'Undone' : change.done > row.done ? 'Redone' : label);
        done = change.done;
      } else {
        this.sql.dropEdits.run(id, 0);
        done = 0;
      }
      this.sql.update.run({ id, name: job.name, place: job.place, revision, document, done, now });
      this.sql.addRevision.run({ id, revision, label, document, now });
      this.sql.dropRevisions.run(id, revision - KEPT_REVISIONS);
      return { kind: 'saved', revision, updatedAt: now };
    })();
  }

  /** Takes a job off the rack. It can be put back. */
  remove(id: string, basedOn: number | null): SaveResult {
    return this.db.transaction((): SaveResult => {
      const row = this.sql.one.get(id);
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

  revision(id: string, revision: number): Job | null {
    const row = this.sql.revision.get(id, revision);
    return row ? parseJob(JSON.parse(row.document)) : null;
  }
}
