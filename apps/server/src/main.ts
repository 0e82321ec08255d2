import { homedir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoJobs } from '@coin-relay/model';
import pino from 'pino';
import { createApp } from './app';
import { threadExecutor } from './compute/executor';
import { readConfig } from './config';
import { openDatabase } from './database/open';
import { JobRepository } from './jobs/repository';
import { LinkRepository } from './links/repository';
import { PictureRepository } from './pictures/repository';

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url));
const config = readConfig(process.argv.slice(2), {
  data: join(homedir(), '.coin-relay'),
  pages: here('../../web/dist/browser'),
});
const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
const db = openDatabase(join(config.data, 'jobs.sqlite'), here('./migrations'));
const jobs = new JobRepository(db);
if (config.demo) {
  // Demo jobs that are there already keep what was done to them.
  for (const { id, job } of demoJobs()) if (!jobs.has(id)) jobs.create(id, job, 'Demo job');
}
const executor = threadExecutor(new URL('./compute-worker.mjs', import.meta.url), 20_000);
const pictures = new PictureRepository(db);
const links = new LinkRepository(db);
const app = createApp({
  jobs,
  pictures,
  links,
  executor,
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
server.on('error', (error: NodeJS.ErrnoException) => {
  const reason =
    error.code === 'EADDRINUSE' ? `port ${config.port} is in use; choose another with --port` : error.message;
  process.stderr.write(`Coin Relay cannot start: ${reason}.\n`);
  db.close();
  process.exit(1);
});

let stopping = false;
function stop(): void {
  if (stopping) return;
  stopping = true;
  server.close(() => {
    void executor.stop().then(() => {
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
