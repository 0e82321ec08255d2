import { OwnLinkSchema, type OwnLink } from '@coin-relay/model';
import type { Db } from '../database/open';

/** A link of one's own, with the id it is kept under. */
export interface KeptLink {
  readonly id: string;
  readonly createdAt: string;
  readonly link: OwnLink;
}

interface LinkRow {
  readonly id: string;
  readonly body: string;
  readonly created_at: string;
}

/** The links people keep in the catalogue. */
export class LinkRepository {
  private readonly insert;
  private readonly all;
  private readonly mark;

  constructor(db: Db) {
    this.insert = db.prepare<[string, string, string, string]>(
      'INSERT INTO links (id, name, body, created_at) VALUES (?, ?, ?, ?)',
    );
    this.all = db.prepare<[], LinkRow>(
      'SELECT id, body, created_at FROM links WHERE removed_at IS NULL ORDER BY created_at DESC, id',
    );
    this.mark = db.prepare<[string | null, string]>('UPDATE links SET removed_at = ? WHERE id = ?');
  }

  list(): KeptLink[] {
    return this.all.all().flatMap(({ id, body, created_at }) => {
      // One that a later version wrote is left where it is.
      const read = OwnLinkSchema.safeParse(JSON.parse(body));
      return read.success ? [{ id, createdAt: created_at, link: read.data }] : [];
    });
  }

  keep(id: string, link: OwnLink): KeptLink {
    const createdAt = new Date().toISOString();
    this.insert.run(id, link.name, JSON.stringify(link), createdAt);
    return { id, createdAt, link };
  }

  /** Takes a link out, or puts it back. Says whether there is such a link. */
  setRemoved(id: string, removed: boolean): boolean {
    return this.mark.run(removed ? new Date().toISOString() : null, id).changes > 0;
  }
}
