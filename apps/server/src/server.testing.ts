import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoJobs, type Job } from '@coin-relay/model';
import type { Express } from 'express';
import pino from 'pino';
import { createApp } from './app';
import { inlineExecutor } from './compute/executor';
import { openDatabase, type Db } from './database/open';
import { JobRepository } from './jobs/repository';
import { LinkRepository } from './links/repository';
import { PictureRepository } from './pictures/repository';
import { SolidRepository } from './solids/repository';

export const MIGRATIONS = fileURLToPath(new URL('./database/migrations', import.meta.url));

/** A server over a real database file in a folder of its own, for tests. */
export interface TestServer {
  readonly app: Express;
  readonly db: Db;
  readonly file: string;
  close(): void;
}

/** @param pages folder of a built interface, where it has one */
export function testServer(pages: string | null = null): TestServer {
  const folder = mkdtempSync(join(tmpdir(), 'coin-relay-server-'));
  const file = join(folder, 'jobs.sqlite');
  const db = openDatabase(file, MIGRATIONS);
  const app = createApp({
    jobs: new JobRepository(db),
    pictures: new PictureRepository(db),
    solids: new SolidRepository(db),
    links: new LinkRepository(db),
    executor: inlineExecutor(),
    reader: inlineExecutor(),
    log: pino({ level: 'silent' }),
    hostNames: ['127.0.0.1', 'localhost', '[::1]'],
    pages,
  });
  return {
    app,
    db,
    file,
    close: () => {
      db.close();
      rmSync(folder, { recursive: true });
    },
  };
}

export function demoJob(): Job {
  const [found] = demoJobs().filter(({ id }) => id === 'demo-coin-lift');
  return structuredClone(found.job);
}
