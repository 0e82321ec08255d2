// The built server over a data folder of its own, for the programs beside this one.
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const script = fileURLToPath(new URL('../../apps/server/dist/server.mjs', import.meta.url));

export const newFolder = () => mkdtempSync(join(tmpdir(), 'coin-relay-safety-'));

/** Starts it; `url` is where it is. */
export async function startServer(folder, ...options) {
  const process_ = spawn(process.execPath, [script, '--port', '0', '--data', folder, ...options], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const said = await new Promise((resolve, reject) => {
    process_.stdout.once('data', (bytes) => resolve(String(bytes)));
    process_.once('exit', (status) => reject(new Error(`the server ended with ${status}`)));
  });
  return { url: /http:\S+\//.exec(said)[0].replace(/\/$/, ''), process: process_ };
}

export const stopServer = ({ process: running }, signal = 'SIGTERM') =>
  new Promise((resolve) => {
    running.once('exit', resolve);
    running.kill(signal);
  });

export async function ask(url, method, body, headers = {}) {
  const answer = await fetch(url, {
    method,
    headers: { 'Content-Type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await answer.text();
  return { status: answer.status, body: text === '' ? null : JSON.parse(text) };
}

/** A job of about so many bytes: a long line beside what it has. */
export function ofSize(job, bytes) {
  const points = Math.max(0, Math.floor((bytes - JSON.stringify(job).length) / 14));
  if (points < 10) return job;
  const each = 4_000;
  const paths = Array.from({ length: Math.ceil(points / each) }, (_, k) => ({
    kind: 'outline',
    id: `long-${k}`,
    name: `Long ${k}`,
    data: `M0 ${400 + k}${Array.from({ length: Math.min(each, points - k * each) }, (_, i) => `L${i} ${400 + k + (i % 2)}.2345`).join('')}`,
  }));
  return { ...job, paths: [...job.paths, ...paths] };
}
