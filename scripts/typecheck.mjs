// Type-checks every part in its own environment: the core without DOM and Node.js, and so on.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const projects = [
  'packages/core',
  'packages/core/tsconfig.test.json',
  'packages/model',
  'packages/model/tsconfig.test.json',
  'packages/scene',
  'packages/scene/tsconfig.test.json',
  'packages/formats',
  'packages/formats/tsconfig.test.json',
  'packages/answers',
  'packages/answers/tsconfig.test.json',
  'apps/server',
  'apps/cli',
  'apps/web',
  'e2e',
  'bench',
];
let failed = 0;
for (const project of projects) {
  const { status } = spawnSync('npx', ['tsc', '-p', project], { cwd: root, stdio: 'inherit' });
  if (status !== 0) failed++;
}
process.exitCode = failed === 0 ? 0 : 1;
