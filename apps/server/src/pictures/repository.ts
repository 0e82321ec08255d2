import { createHash } from 'node:crypto';
import type { Db } from '../database/open';

export type PictureKind = 'image/png' | 'image/jpeg';

export interface StoredPicture {
  readonly kind: PictureKind;
  readonly bytes: Buffer;
}

/** Reference pictures, kept once each under the SHA-256 of their bytes. */
export class PictureRepository {
  private readonly insert;
  private readonly select;

  constructor(db: Db) {
    this.insert = db.prepare<[string, PictureKind, Buffer, string]>(
      'INSERT INTO pictures (hash, kind, bytes, created_at) VALUES (?, ?, ?, ?) ON CONFLICT (hash) DO NOTHING',
    );
    this.select = db.prepare<[string], StoredPicture>('SELECT kind, bytes FROM pictures WHERE hash = ?');
  }

  /** Keeps a picture; the same one twice is kept once. @returns its name */
  keep(kind: PictureKind, bytes: Buffer): string {
    const hash = createHash('sha256').update(bytes).digest('hex');
    this.insert.run(hash, kind, bytes, new Date().toISOString());
    return hash;
  }

  find(hash: string): StoredPicture | null {
    return this.select.get(hash) ?? null;
  }
}

/** What a file is by how it begins, whatever it is called; null for what is no picture that is taken. */
export function pictureKind(bytes: Buffer): PictureKind | null {
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return 'image/png';
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg';
  return null;
}
