// Builds everything: the command line, the server, and the interface.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { buildCli, buildServer } from './bundle.mjs';

const web = fileURLToPath(new URL('../apps/web', import.meta.url));

await Promise.all([buildCli(), buildServer()]);
const result = spawnSync('npx', ['ng', 'build', 'web'], {
  cwd: web,
  stdio: 'inherit',
  env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
});
process.exitCode = result.status ?? 1;
