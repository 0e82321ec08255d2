import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

/**
 * Opens the database file, in WAL mode, and brings its tables to the newest form.
 * @param file path of the SQLite file, or ':memory:'
 * @param migrations folder of the numbered .sql files
 */
export function openDatabase(file: string, migrations: string): Db {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 5000');
  migrateDatabase(db, migrations);
  return db;
}

/** Runs the migrations that this file has not had, in order, each in a transaction of its own. */
export function migrateDatabase(db: Db, folder: string): void {
  const current = db.pragma('user_version', { simple: true }) as number;
  const files = readdirSync(folder)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort();
  const newest = files.length > 0 ? Number(files[files.length - 1].slice(0, 3)) : 0;
  if (current > newest) {
    throw new Error(
      `The data file was written by a later version (tables ${current}; this version knows ${newest}). Update the application, or start it with another data folder.`,
    );
  }
  for (const name of files) {
    const number = Number(name.slice(0, 3));
    if (number <= current) continue;
    db.transaction(() => {
      db.exec(readFileSync(join(folder, name), 'utf8'));
      db.pragma(`user_version = ${number}`);
    })();
  }
}
