// Checks what ships: against its limits all that a page loads before it can be used, and every worker, gzipped; and
// that no file of it is missing.
import { readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { atOnce, PAGES } from './join.mjs';

const dist = fileURLToPath(new URL('../apps/web/dist', import.meta.url));
/** kB, gzipped. */
const LIMITS = { rack: 215, job: 390, space: 275, worker: 120, files: 130, painting: 180, viewer: 200 };
/** The thread that brings the readers of solids with it. */
const FILES = 'src/app/engine/solid-file.worker.ts';
/** No script but what draws solids, or reads files of them, is larger than this, kB as it is. */
const MOST_SCRIPT = 310;

const outputs = JSON.parse(readFileSync(`${dist}/files.json`, 'utf8'));
const size = (file) => gzipSync(readFileSync(`${dist}/browser/${file}`)).length / 1000;

const entryOf = (source) => Object.keys(outputs).find((file) => outputs[file].entries.includes(source));

const files = readdirSync(`${dist}/browser`);
const styles = files.filter((file) => file.endsWith('.css'));
const main = files.find((file) => /^main-.*\.js$/.test(file));
let over = 0;
const report = (what, kilobytes, limit) => {
  const fits = kilobytes <= limit;
  if (!fits) over++;
  console.log(`${fits ? ' ' : '!'} ${what}: ${kilobytes.toFixed(1)} of ${limit} kB gzip`);
};
for (const name of ['rack', 'job']) {
  const loaded = new Set([...atOnce(outputs, main), ...atOnce(outputs, entryOf(PAGES[name])), ...styles]);
  report(
    `first load of the ${name}`,
    [...loaded].reduce((sum, file) => sum + size(file), 0),
    LIMITS[name],
  );
}
// What draws solids is loaded where they are first looked at.
const job = new Set([...atOnce(outputs, main), ...atOnce(outputs, entryOf(PAGES.job))]);
const solids = [...atOnce(outputs, entryOf('src/app/space/space.component.ts'))].filter(
  (file) => !job.has(file),
);
report(
  'first look at solids',
  solids.reduce((sum, file) => sum + size(file), 0),
  LIMITS.space,
);
// A thread shares no script with the page: what paints solids in one brings the library for that once more, when asked.
const text = (file) => readFileSync(`${dist}/browser/${file}`, 'utf8');
const painting = files.filter(
  (file) => file.startsWith('chunk-') && !outputs[file] && text(file).includes('getShaderPrecisionFormat'),
);
report(
  'what paints solids in a thread',
  painting.reduce((sum, file) => sum + size(file), 0),
  LIMITS.painting,
);
// What goes into pages that are handed off is loaded by none of the application’s.
const VIEWER = 'viewer.js';
report('what shows solids in a page of its own', size(VIEWER), LIMITS.viewer);
const large = [...solids, ...painting, entryOf(FILES), VIEWER];
for (const file of files.filter((name) => name.endsWith('.js') && !large.includes(name))) {
  const kilobytes = readFileSync(`${dist}/browser/${file}`).length / 1000;
  if (kilobytes > MOST_SCRIPT) {
    over++;
    console.log(`! script ${file}: ${kilobytes.toFixed(0)} of ${MOST_SCRIPT} kB`);
  }
}
for (const file of files.filter((name) => name.startsWith('worker-') && name.endsWith('.js'))) {
  const source = outputs[file]?.entries[0] ?? file;
  report(`worker ${source.split('/').at(-1)}`, size(file), source === FILES ? LIMITS.files : LIMITS.worker);
}
// A file that another one asks for and that is not there would only be missed where it is needed.
for (const file of files.filter((name) => name.endsWith('.js')))
  for (const [, asked] of readFileSync(`${dist}/browser/${file}`, 'utf8').matchAll(
    /["'/]((?:chunk|worker)-[A-Za-z0-9_]+\.js)["']/g,
  ))
    if (!files.includes(asked)) {
      over++;
      console.log(`! ${file} asks for ${asked}, which is not there`);
    }
process.exitCode = over === 0 ? 0 : 1;
