// Serves the built application with the user's own data folder. Options are those of the server.
import { existsSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { installPackages, root, run } from './install.mjs';

installPackages();
if (
  !existsSync(`${root}apps/server/dist/server.mjs`) ||
  !existsSync(`${root}apps/web/dist/browser/index.html`)
) {
  run('node', ['scripts/build.mjs'], { stdio: ['ignore', 'ignore', 'inherit'] });
}
const server = spawn(process.execPath, ['apps/server/dist/server.mjs', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
