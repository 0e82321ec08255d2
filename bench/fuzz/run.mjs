// Reads many files that are nearly right: node bench/fuzz/run.mjs [inputs] [target …]
// Each is made from the fixtures by a seeded mutation. A file has 5 s and 500 MB; a job that is
// opened, which is fitted and has its frames worked out, has the 20 s of a fit.
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { build } from 'esbuild';

const MOST_MS = { svg: 5_000, dxf: 5_000, csv: 5_000, wheels: 5_000, solid: 5_000, job: 5_000, open: 20_000 };
const MOST_MB = 500;
/** How the inputs are shared out: readers of drawings are tried more than what fits a whole job. */
const SHARES = { svg: 0.3, dxf: 0.25, csv: 0.1, wheels: 0.1, solid: 0.05, job: 0.19, open: 0.01 };

const here = fileURLToPath(new URL('.', import.meta.url));
const fixtures = fileURLToPath(new URL('../../fixtures', import.meta.url));
const script = join(mkdtempSync(join(tmpdir(), 'coin-relay-fuzz-')), 'worker.mjs');
const [count = '20000', ...wanted] = process.argv.slice(2);
const found = fileURLToPath(new URL('../../test-results/fuzz', import.meta.url));

await build({
  entryPoints: [`${here}worker.ts`],
  bundle: true,
  platform: 'node',
  format: 'esm',
  outfile: script,
  logLevel: 'warning',
});
const { inputOf, fixturesIn } = await bundled(`${here}inputs.ts`);
const { TARGETS } = await bundled(`${here}targets.ts`);
const targets = TARGETS(fixturesIn(fixtures));

let faults = 0;
let read = 0;
for (const name of Object.keys(SHARES)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const many = Math.round(Number(count) * (wanted.length > 0 ? 1 / wanted.length : SHARES[name]));
  const threads = availableParallelism();
  const began = Date.now();
  const slowest = await Promise.all(
    Array.from({ length: threads }, (_, k) =>
      share(name, Math.floor((many * k) / threads), Math.floor((many * (k + 1)) / threads)),
    ),
  );
  read += many;
  const [n, ms] = slowest.sort((a, b) => b[1] - a[1])[0];
  console.log(
    `${name}: ${many} read in ${((Date.now() - began) / 1000).toFixed(0)} s, the slowest (${n}) in ${ms.toFixed(0)} ms`,
  );
}
console.log(`${read} files, ${faults} faults`);
process.exitCode = faults === 0 ? 0 : 1;

/** Reads a share of the inputs; where one takes too long or too much, a new thread goes on after it. */
async function share(target, from, to) {
  let slowest = [from, 0];
  for (let at = from; at < to;) {
    let ended = await reading(target, at, to);
    // The machine may have been busy with something else: it is read once more by itself.
    if (ended.late) {
      const again = await reading(target, ended.n, ended.n + 1);
      if (again.done) ended = { ...ended, error: null };
    }
    if (ended.done) {
      if (ended.slowestMs > slowest[1]) slowest = [ended.slowest, ended.slowestMs];
      break;
    }
    if (ended.error !== null) fault(target, ended.n, ended.error);
    at = ended.n + 1;
  }
  return slowest;
}

function reading(target, from, to) {
  return new Promise((resolve) => {
    const worker = new Worker(script, {
      workerData: { fixtures, target, from, to },
      resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
    });
    let n = from;
    let timer = null;
    const end = (outcome) => {
      clearTimeout(timer);
      void worker.terminate();
      resolve(outcome);
    };
    worker.on('message', (said) => {
      if (said.kind === 'begin') {
        n = said.n;
        clearTimeout(timer);
        const most = MOST_MS[target];
        timer = setTimeout(() => end({ n, late: true, error: `over ${most / 1000} s` }), most);
      } else if (said.kind === 'fault') fault(target, said.n, said.error);
      else end({ done: true, ...said });
    });
    worker.on('error', (error) => end({ n, error: `the thread broke: ${error.message}` }));
  });
}

/** Tells of a fault, and keeps its file. */
function fault(name, n, error) {
  faults++;
  const target = targets.find((each) => each.name === name);
  mkdirSync(found, { recursive: true });
  const file = `${found}/${name}-${n}.${['job', 'open', 'wheels'].includes(name) ? 'json' : name}`;
  writeFileSync(file, inputOf(target.seeds, n));
  console.log(`${name} ${n}: ${error} (${file})`);
}

async function bundled(entry) {
  const outfile = join(mkdtempSync(join(tmpdir(), 'coin-relay-fuzz-')), 'part.mjs');
  await build({ entryPoints: [entry], bundle: true, platform: 'node', format: 'esm', outfile });
  return import(outfile);
}
