// Builds everything: the command line, the server, and the interface.
import { spawnSync } from 'node:child_process';
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { buildCli, buildServer } from './bundle.mjs';
import { joinFiles, PAGES } from './join.mjs';
import { packAll } from './pack.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const web = `${root}apps/web`;

await Promise.all([buildCli(), buildServer()]);
const result = spawnSync('npx', ['ng', 'build', 'web', '--stats-json'], {
  cwd: web,
  stdio: 'inherit',
  env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
});
if (result.status === 0) {
  const { outputs } = JSON.parse(readFileSync(`${web}/dist/stats.json`, 'utf8'));
  const files = await joinFiles(`${web}/dist/browser`, outputs, Object.values(PAGES));
  writeFileSync(`${web}/dist/files.json`, JSON.stringify(files));
  // What welds bodies is compiled by the thread that does it, from a file of its own.
  const welds = 'manifold.wasm';
  copyFileSync(fileURLToPath(import.meta.resolve(`manifold-3d/${welds}`)), `${web}/dist/browser/${welds}`);
  copyFileSync(`${root}apps/cli/dist/viewer.js`, `${web}/dist/browser/viewer.js`);
  await packAll(`${web}/dist/browser`);
}
const budgets =
  result.status === 0
    ? spawnSync(process.execPath, ['scripts/budgets.mjs'], { cwd: root, stdio: 'inherit' })
    : result;
process.exitCode = budgets.status ?? 1;
