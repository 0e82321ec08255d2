// The one command of a newcomer: installs, builds, fills a demo database and serves it.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { installPackages, root, run } from './install.mjs';

installPackages();
if (newest(['packages', 'apps']) > built()) {
  console.log('Building (about a minute, once)…');
  run('node', ['scripts/build.mjs'], { stdio: ['ignore', 'ignore', 'inherit'] });
}
const server = spawn(
  process.execPath,
  ['apps/server/dist/server.mjs', '--demo', '--data', 'data/demo', ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));

function built() {
  const results = [
    'apps/server/dist/server.mjs',
    'apps/cli/dist/coin-relay.mjs',
    'apps/web/dist/browser/index.html',
  ];
  return Math.min(...results.map((path) => (existsSync(root + path) ? statSync(root + path).mtimeMs : 0)));
}

/** The time of the newest source file. */
function newest(folders) {
  let latest = 0;
  for (const folder of folders) {
    for (const entry of readdirSync(root + folder, { withFileTypes: true })) {
      if (['dist', 'node_modules', '.angular'].includes(entry.name)) continue;
      const path = `${folder}/${entry.name}`;
      latest = Math.max(latest, entry.isDirectory() ? newest([path]) : statSync(root + path).mtimeMs);
    }
  }
  return latest;
}
