import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { MIGRATIONS } from '../server.testing';
import { StartError } from '../start-error';
import { openDatabase, sha256 } from './open';

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'coin-relay-database-'));
  file = join(folder, 'jobs.sqlite');
});
afterEach(() => {
  rmSync(folder, { recursive: true });
});

/** What the file cannot be opened for, in one line. */
function refusal(at = file): string {
  try {
    openDatabase(at, MIGRATIONS).close();
  } catch (error) {
    expect(error).toBeInstanceOf(StartError);
    const { message } = error as StartError;
    expect(message).not.toContain('\n');
    return message;
  }
  return expect.fail('it was opened');
}

describe('a data file that cannot be used', () => {
  it('of a later version is refused, and left as it is', () => {
    const later = new Database(file);
    later.exec('CREATE TABLE jobs (id TEXT); PRAGMA user_version = 99');
    later.close();
    const before = readFileSync(file);
    expect(refusal()).toMatch(/later version \(tables 99; this version knows 5\)/);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  it('that is something else is refused, and left as it is', () => {
    writeFileSync(file, 'These are my notes, and no database at all. '.repeat(100));
    const before = readFileSync(file);
    expect(refusal()).toMatch(/not a data file/);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  it('that is damaged is refused, and left as it is', () => {
    const db = openDatabase(file, MIGRATIONS);
    const add = db.prepare(
      "INSERT INTO jobs (id, name, place, revision, document, created_at, updated_at) VALUES (?, 'n', 'p', 1, ?, 't', 't')",
    );
    for (let i = 0; i < 200; i++) add.run(`job-${i}`, 'x'.repeat(3_000));
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.close();
    const bytes = readFileSync(file);
    // Pages in the middle, as a broken disk loses them.
    bytes.fill(0xa5, bytes.length >> 1, (bytes.length >> 1) + 40_000);
    writeFileSync(file, bytes);
    expect(refusal()).toMatch(/is damaged/);
    expect(readFileSync(file).equals(bytes)).toBe(true);
  });

  it('in a folder that is a file', () => {
    writeFileSync(file, '');
    expect(refusal(join(file, 'jobs.sqlite'))).toMatch(/is a file, not a folder/);
  });

  it('whose place cannot be written', () => {
    // A folder of that name is in the way.
    mkdirSync(file);
    expect(refusal()).toMatch(/cannot be written/);
  });
});

describe('a data file of an earlier version', () => {
  it('gets what is new, for the jobs that are in it', () => {
    const db = new Database(file);
    db.exec(readFileSync(join(MIGRATIONS, '001-jobs.sql'), 'utf8'));
    db.pragma('user_version = 1');
    db.exec(
      "INSERT INTO jobs (id, name, place, revision, document, created_at, updated_at) VALUES ('a', 'n', 'p', 1, '{}', 't', 't')",
    );
    db.close();
    const now = openDatabase(file, MIGRATIONS);
    expect(now.prepare('SELECT digest FROM jobs').pluck().get()).toBe(sha256('{}'));
    now.close();
  });
});
