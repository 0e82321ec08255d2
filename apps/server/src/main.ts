import { homedir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoJobs, demoPictures } from '@coin-relay/model';
import pino from 'pino';
import { createApp } from './app';
import { threadExecutor } from './compute/executor';
import { readConfig, USAGE } from './config';
import { openDatabase } from './database/open';
import { documentOf } from './jobs/document';
import { JobRepository } from './jobs/repository';
import { LinkRepository } from './links/repository';
import { PictureRepository } from './pictures/repository';
import { SolidRepository } from './solids/repository';
import { StartError } from './start-error';

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/** Ends with one line that says why the server does not run, and how it is started where that was the fault. */
function refuse(error: unknown): never {
  if (!(error instanceof StartError)) throw error;
  process.stderr.write(`Coin Relay cannot start: ${error.message}.\n${error.usage ? `\n${USAGE}` : ''}`);
  process.exit(2);
}
function orRefuse<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    return refuse(error);
  }
}

const config = orRefuse(() =>
  readConfig(process.argv.slice(2), {
    data: join(homedir(), '.coin-relay'),
    pages: here('../../web/dist/browser'),
  }),
);
if (!config) {
  process.stdout.write(USAGE);
  process.exit(0);
}
const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
const db = orRefuse(() => openDatabase(join(config.data, 'jobs.sqlite'), here('./migrations')));
const jobs = new JobRepository(db);
const pictures = new PictureRepository(db);
if (config.demo) {
  // Demo jobs that are there already keep what was done to them.
  for (const { base64 } of demoPictures()) pictures.keep('image/png', Buffer.from(base64, 'base64'));
  for (const { id, job } of demoJobs()) if (!jobs.has(id)) jobs.create(id, documentOf(job), 'Demo job');
}
const script = new URL('./compute-worker.mjs', import.meta.url);
const executor = threadExecutor(script);
const reader = threadExecutor(script);
const app = createApp({
  jobs,
  pictures,
  solids: new SolidRepository(db),
  links: new LinkRepository(db),
  executor,
  reader,
  log,
  hostNames: config.hostNames,
  pages: config.pages,
});

const server = app.listen(config.port, config.host, () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : config.port;
  process.stdout.write(
    `Coin Relay is at http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}/\n`,
  );
});
// Longer than whoever asks keeps a connection: one that is closed just as it is used again is an answer that is lost.
server.keepAliveTimeout = 75_000;
server.on('error', (error: NodeJS.ErrnoException) => {
  const reason =
    error.code === 'EADDRINUSE' ? `port ${config.port} is in use; choose another with --port` : error.message;
  db.close();
  refuse(new StartError(reason));
});

let stopping = false;
function stop(): void {
  if (stopping) return;
  stopping = true;
  server.close(() => {
    void Promise.all([executor.stop(), reader.stop()]).then(() => {
      db.close();
      process.exit(0);
    });
  });
  server.closeIdleConnections();
  // Connections that do not end by themselves are cut.
  setTimeout(() => server.closeAllConnections(), 3_000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
