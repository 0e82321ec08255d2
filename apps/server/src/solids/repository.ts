import { createHash } from 'node:crypto';
import type { Db } from '../database/open';

/** Bodies of pieces, kept once each under the SHA-256 of their bytes. */
export class SolidRepository {
  private readonly insert;
  private readonly select;

  constructor(db: Db) {
    this.insert = db.prepare<[string, Buffer, string]>(
      'INSERT INTO solids (hash, bytes, created_at) VALUES (?, ?, ?) ON CONFLICT (hash) DO NOTHING',
    );
    this.select = db.prepare<[string], { bytes: Buffer }>('SELECT bytes FROM solids WHERE hash = ?');
  }

  /** Keeps a body; the same one twice is kept once. @returns its name */
  keep(bytes: Buffer): string {
    const hash = createHash('sha256').update(bytes).digest('hex');
    this.insert.run(hash, bytes, new Date().toISOString());
    return hash;
  }

  find(hash: string): Buffer | null {
    return this.select.get(hash)?.bytes ?? null;
  }
}
