// Type-checks every part in its own environment: the core without DOM and Node.js, and so on. Parts of one environment
// are one program, so that what they share is read once.
import { spawnSync } from 'node:child_process';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const compiler = createRequire(import.meta.url).resolve('typescript/bin/tsc');
const programs = [
  'types/core.json',
  'types/formats.json',
  'types/programs.json',
  'types/tests.json',
  'apps/web',
];
let failed = 0;
for (const program of programs) {
  const { status } = spawnSync(process.execPath, [compiler, '-p', program], { cwd: root, stdio: 'inherit' });
  if (status !== 0) failed++;
}
process.exitCode = failed === 0 ? 0 : 1;
