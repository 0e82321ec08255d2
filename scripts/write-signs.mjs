// Writes the outlines of the signs that rows are lettered with, from a font, so that nothing reads fonts at run time.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import { transform } from 'esbuild';
import opentype from 'opentype.js';
import { format, resolveConfig } from 'prettier';

const require = createRequire(import.meta.url);
const SUBSETS = ['latin', 'latin-ext'];
const lettering = fileURLToPath(new URL('../packages/model/src/lettering/', import.meta.url));
const { code } = await transform(readFileSync(`${lettering}sign-ranges.ts`, 'utf8'), { loader: 'ts' });
const { SIGN_RANGES } = await import(`data:text/javascript,${encodeURIComponent(code)}`);

const fonts = SUBSETS.map((subset) => {
  const file = require.resolve(`@fontsource/source-sans-3/files/source-sans-3-${subset}-600-normal.woff`);
  const { buffer, byteOffset, byteLength } = readFileSync(file);
  return opentype.parse(buffer.slice(byteOffset, byteOffset + byteLength));
});

/** A line for each sign, in the order of the ranges: how far it takes the text on, and its path. */
function signLines() {
  return SIGN_RANGES.flatMap(([from, to]) =>
    Array.from({ length: to - from + 1 }, (_, i) => {
      const sign = String.fromCodePoint(from + i);
      const font = fonts.find((each) => each.charToGlyphIndex(sign) > 0);
      if (!font) throw new Error(`The font has no “${sign}” (U+${(from + i).toString(16)}).`);
      return lineOf(font.charToGlyph(sign));
    }),
  );
}

function lineOf(glyph) {
  let end = '';
  const data = glyph.path.commands.map(({ type, x1, y1, x2, y2, x, y }) => {
    const numbers = [x1, y1, x2, y2, x, y].filter((n) => n !== undefined).map(Math.round);
    const before = end;
    end = numbers.slice(-2).join(' ');
    return type === 'L' && end === before ? '' : type + numbers.join(' ');
  });
  return `${Math.round(glyph.advanceWidth)} ${data.join('')}`;
}

const capital = Math.round(fonts[0].charToGlyph('H').getBoundingBox().y2);
const text = `/**
 * Outlines of signs: a line for each, in the order of the ranges, of how far it takes the text on and its path, y up,
 * in units of which a capital letter is CAPITAL high. Written by \`scripts/write-signs.mjs\`, changed from those of a
 * font, ${fonts[0].names.windows.copyright.en}, under the SIL Open Font License 1.1
 * (LICENSE.txt beside this).
 */
export const CAPITAL = ${capital};
export const OUTLINES =
  ${signLines()
    .map((line) => `'${line}\\n'`)
    .join(' +\n  ')};
`;

const file = `${lettering}sign-outlines.ts`;
writeFileSync(file, await format(text, { ...(await resolveConfig(file)), filepath: file }));
