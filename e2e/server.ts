import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

const program = fileURLToPath(new URL('../apps/server/dist/server.mjs', import.meta.url));

/** Starts the built server with the demo jobs, on a free port and in a folder of its own; answers its address. */
export async function startServer(): Promise<{ address: string; stop: () => Promise<void> }> {
  const data = mkdtempSync(join(tmpdir(), 'coin-relay-e2e-'));
  const server = spawn('node', [program, '--demo', '--port', '0', '--data', data], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  for await (const line of createInterface({ input: server.stdout })) {
    const address = /http:\/\/[\w.:[\]]+/.exec(line)?.[0];
    if (!address) continue;
    server.stdout.resume();
    return {
      address,
      stop: async () => {
        const ended = once(server, 'exit');
        server.kill();
        await ended;
        rmSync(data, { recursive: true });
      },
    };
  }
  throw new Error('the server did not start');
}
