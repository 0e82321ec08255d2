import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { StartError } from '../start-error';

export type Db = Database.Database;

/** The SHA-256 of a text, in hexadecimal. */
export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * Opens the database file, in WAL mode, and brings its tables to the newest form. A transaction
 * that has ended is on the disk: a power cut does not undo it (SQLite, PRAGMA synchronous).
 * @param file path of the SQLite file, or ':memory:'
 * @param migrations folder of the numbered .sql files
 * @throws StartError where the file cannot be used; nothing is written into it then
 */
export function openDatabase(file: string, migrations: string): Db {
  let db: Db | null = null;
  try {
    if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
    db = new Database(file);
    checkDatabase(db, newestMigration(migrations));
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    db.pragma('busy_timeout = 5000');
    db.function('sha256', { deterministic: true }, (text) => sha256(String(text)));
    migrateDatabase(db, migrations);
    return db;
  } catch (error) {
    db?.close();
    throw asStartError(error, file);
  }
}

/** Runs the migrations that this file has not had, in order, each in a transaction of its own. */
export function migrateDatabase(db: Db, folder: string): void {
  const current = tablesOf(db);
  for (const name of migrationsIn(folder)) {
    const number = numberOf(name);
    if (number <= current) continue;
    db.transaction(() => {
      db.exec(readFileSync(join(folder, name), 'utf8'));
      db.pragma(`user_version = ${number}`);
    })();
  }
}

/** Looks at the file before anything is written into it. */
function checkDatabase(db: Db, newest: number): void {
  const current = tablesOf(db);
  if (current > newest)
    throw new StartError(
      `the data was written by a later version (tables ${current}; this version knows ${newest}). Update the application, or start it with another folder (--data)`,
    );
  const found = db.pragma('quick_check(1)', { simple: true }) as string;
  if (found !== 'ok') throw new StartError(damaged(db.name, found.replace(/\s+/g, ' ')));
}

const tablesOf = (db: Db): number => db.pragma('user_version', { simple: true }) as number;
const numberOf = (name: string): number => Number(name.slice(0, 3));
const migrationsIn = (folder: string): string[] =>
  readdirSync(folder)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort();
const newestMigration = (folder: string): number => Math.max(0, ...migrationsIn(folder).map(numberOf));

const damaged = (file: string, how: string): string =>
  `${file} is damaged (${how}). Nothing was written into it. Put a copy of it in its place, or start with another folder (--data)`;

/** What keeps the file from being used, in words. */
function asStartError(error: unknown, file: string): unknown {
  const { code = '', message = '' } = error as NodeJS.ErrnoException;
  const folder = dirname(file);
  if (code === 'EEXIST' || code === 'ENOTDIR')
    return new StartError(`${folder} is a file, not a folder. Name a folder for the data with --data`);
  if (code === 'SQLITE_NOTADB')
    return new StartError(
      `${file} is not a data file of this application. Nothing was written into it. Name another folder with --data`,
    );
  if (code.startsWith('SQLITE_CORRUPT')) return new StartError(damaged(file, message));
  if (code === 'ENOSPC' || code === 'SQLITE_FULL')
    return new StartError(
      `the disk of ${folder} is full. Make room on it, or name another folder with --data`,
    );
  if (
    code === 'EACCES' ||
    code === 'EPERM' ||
    code === 'EROFS' ||
    /^SQLITE_(READONLY|CANTOPEN|IOERR|PERM)/.test(code)
  )
    return new StartError(
      `${folder} cannot be written (${message}). Give this user the right to write there, or name another folder with --data`,
    );
  return error;
}
