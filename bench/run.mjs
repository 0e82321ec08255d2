// Runs the benchmarks, each in a process of its own: npm run bench [name …]
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const here = fileURLToPath(new URL('.', import.meta.url));
const wanted = process.argv.slice(2);
const out = mkdtempSync(join(tmpdir(), 'coin-relay-bench-'));
const names = readdirSync(here)
  .filter((name) => name.endsWith('.bench.ts'))
  .map((name) => name.replace('.bench.ts', ''))
  .filter((name) => wanted.length === 0 || wanted.includes(name));

for (const name of names) {
  const outfile = join(out, `${name}.mjs`);
  await build({
    entryPoints: [join(here, `${name}.bench.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile,
    logLevel: 'warning',
  });
  console.log(`\n${name}`);
  const { status } = spawnSync(process.execPath, [outfile], { stdio: 'inherit' });
  if (status !== 0) process.exitCode = 1;
}

for (const name of ['frame', 'drag', 'space', 'first-picture', 'open', 'hand-off']) {
  if (wanted.length > 0 && !wanted.includes(`${name}-in-browser`)) continue;
  console.log(`\n${name}-in-browser`);
  const { status } = spawnSync(process.execPath, [join(here, 'browser', `${name}.mjs`)], {
    stdio: 'inherit',
  });
  if (status !== 0) process.exitCode = 1;
}
