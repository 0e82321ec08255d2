// Fails where files import each other in a circle, types included.
import madge from 'madge';
import { root } from './install.mjs';

const folders = ['packages', 'apps/web/src', 'apps/server/src', 'apps/cli/src'].map((path) => root + path);
const found = await madge(folders, {
  fileExtensions: ['ts'],
  tsConfig: `${root}tsconfig.base.json`,
  baseDir: root,
  excludeRegExp: [/node_modules/, /dist/],
});
const circles = found.circular();
for (const circle of circles) console.error(circle.join(' > '));
console.log(
  circles.length === 0
    ? `${Object.keys(found.obj()).length} files, no circle`
    : `${circles.length} circles of imports`,
);
process.exitCode = circles.length === 0 ? 0 : 1;
