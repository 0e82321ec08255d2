// Joins what a page loads at once: the bundler leaves a file for each set of panels that share something, over a hundred
// of them, and asking for each takes longer than reading it. What is loaded later stays as it is.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { rollup } from 'rollup';

/** The pages that one starts with, by the sources that are loaded for them. What others load is shared with panels. */
export const PAGES = { rack: 'src/app/rack/rack.page.ts', job: 'src/app/job/job.routes.ts' };

/** What a job asks for by itself once its picture is there. */
export const AFTERWARDS = [
  'src/app/tape/tape.component.ts',
  'src/app/engine/checks.ts',
  'src/app/drawing/tools/step-tools.ts',
  'src/app/drawing/wheel-note.component.ts',
  'src/app/worksheet/run-list.component.ts',
  'src/app/sentence/number-card.component.ts',
  'src/app/playback/scrubber.component.ts',
  'src/app/first-job/first-job.component.ts',
  'src/app/job/key-sheet.component.ts',
];
/** What is looked at when it is asked for, and has limits of its own: what it needs goes into no file with other things. */
const APART = ['src/app/rack/rack.page.ts', 'src/app/space/space.component.ts'];

/** A joined file is no larger than this, bytes: one that is read in one go holds up the page. */
const MOST = 280_000;

/**
 * @param folder where the built files are; those that are joined go
 * @param outputs what the bundler says of its files
 * @param pages the sources of the pages
 * @returns of each file that is there now what it imports at once, and which sources it is the entry of
 */
export async function joinFiles(folder, outputs, pages) {
  const main = Object.keys(outputs).find((file) => /^main-.*\.js$/.test(file));
  const read = (file) => readFileSync(`${folder}/${file}`, 'utf8');
  const groups = groupsOf(outputs, [main, ...pages.map((page) => entryOf(outputs, page))], (file) =>
    Buffer.byteLength(read(file)),
  );
  joinAfterwards(outputs, groups);
  const used = new Set();
  const bundle = await rollup({
    input: main,
    treeshake: false,
    plugins: [
      {
        name: 'built-files',
        resolveId: (source) => {
          const file = source.replace(/^\.\//, '');
          return outputs[file] ? file : { id: source, external: true };
        },
        load: (file) => {
          used.add(file);
          return read(file);
        },
      },
    ],
  });
  const { output } = await bundle.generate({
    compact: true,
    hashCharacters: 'base36',
    entryFileNames: 'main-[hash].js',
    chunkFileNames: 'chunk-[hash].js',
    manualChunks: (file) => groups.get(file),
    // What a named file needs is no part of it: others may need that alone.
    onlyExplicitManualChunks: true,
  });
  await bundle.close();
  const kept = alsoElsewhere(folder, used);
  for (const file of used) if (!kept.has(file)) rmSync(`${folder}/${file}`);
  for (const { fileName, code } of output) writeFileSync(`${folder}/${fileName}`, code);
  const joined = Object.fromEntries(
    output.map(({ fileName, imports, moduleIds }) => [
      fileName,
      { imports, entries: moduleIds.flatMap((file) => outputs[file]?.entryPoint ?? []) },
    ]),
  );
  nameInPage(
    folder,
    output.find(({ isEntry }) => isEntry),
    joined,
    main,
  );
  // Workers are files of their own already.
  for (const [file, { entryPoint }] of Object.entries(outputs))
    if (!used.has(file) && file.startsWith('worker-')) joined[file] = { imports: [], entries: [entryPoint] };
  return joined;
}

/**
 * Of the files that were joined those that others import: what a thread loads may be the same file as what a page does,
 * and what it was built from is not told.
 */
function alsoElsewhere(folder, used) {
  const read = (file) => readFileSync(`${folder}/${file}`, 'utf8');
  const importedBy = (file) => [...used].filter((other) => other !== file && read(file).includes(other));
  const kept = new Set();
  const keep = (file) => {
    for (const other of importedBy(file)) {
      if (kept.has(other)) continue;
      kept.add(other);
      keep(other);
    }
  };
  for (const file of readdirSync(folder)) if (file.endsWith('.js') && !used.has(file)) keep(file);
  return kept;
}

const entryOf = (outputs, source) => Object.keys(outputs).find((file) => outputs[file].entryPoint === source);

/** For each file that pages load at once the name of the joined file it goes into: those that the same pages load. */
function groupsOf(outputs, entries, sizeOf) {
  const loadedBy = new Map();
  entries.forEach((entry, i) => {
    for (const file of inOrder(outputs, entry)) loadedBy.set(file, (loadedBy.get(file) ?? 0) | (1 << i));
  });
  const groups = new Map();
  const filled = new Map();
  for (const entry of entries)
    for (const file of inOrder(outputs, entry)) {
      if (groups.has(file)) continue;
      // All pages are loaded by the first one.
      const pages = loadedBy.get(file) & 1 ? 1 : loadedBy.get(file);
      const at = filled.get(pages) ?? { part: 0, size: 0 };
      const size = sizeOf(file);
      if (at.size > 0 && at.size + size > MOST) Object.assign(at, { part: at.part + 1, size: 0 });
      at.size += size;
      filled.set(pages, at);
      groups.set(file, `${pages}-${at.part}`);
    }
  return groups;
}

/** Adds to the groups what a job loads after its picture and nothing that stands apart needs. */
function joinAfterwards(outputs, groups) {
  const apart = new Set(APART.flatMap((source) => [...inOrder(outputs, entryOf(outputs, source))]));
  for (const source of AFTERWARDS)
    for (const file of inOrder(outputs, entryOf(outputs, source)))
      if (!groups.has(file) && !apart.has(file)) groups.set(file, 'afterwards');
}

/** A file and all that it imports at once, what is imported before what imports it. */
function inOrder(outputs, file, found = new Set()) {
  if (found.has(file)) return found;
  for (const { path, kind } of outputs[file]?.imports ?? [])
    if (kind === 'import-statement' && outputs[path]) inOrder(outputs, path, found);
  return found.add(file);
}

/** The page names its script, and what that imports at once. */
function nameInPage(folder, entry, joined, before) {
  const page = `${folder}/index.html`;
  const early = [...atOnce(joined, entry.fileName)].filter((file) => file !== entry.fileName);
  const html = readFileSync(page, 'utf8')
    .replace(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(before, entry.fileName)
    .replace(
      '<script',
      `${early.map((file) => `<link rel="modulepreload" href="${file}">`).join('')}<script`,
    );
  writeFileSync(page, html);
}

/** A file and all that it imports at once, not later. */
export function atOnce(joined, file, found = new Set()) {
  if (found.has(file)) return found;
  found.add(file);
  for (const path of joined[file]?.imports ?? []) atOnce(joined, path, found);
  return found;
}
