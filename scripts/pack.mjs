// Packs the built files once, so that the server has nothing to pack while it answers.
import { readdirSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const PACKED = /\.(js|css|svg|json)$/;
/** Smaller files are not worth it. */
const LEAST = 1_000;

export async function packAll(folder) {
  const files = readdirSync(folder, { recursive: true })
    .map((name) => `${folder}/${name}`)
    .filter((path) => PACKED.test(path));
  await Promise.all(files.map(packOne));
}

async function packOne(path) {
  const bytes = await readFile(path);
  if (bytes.length < LEAST) return;
  const [br, gz] = await Promise.all([
    promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
    promisify(gzip)(bytes, { level: 9 }),
  ]);
  await Promise.all([writeFile(`${path}.br`, br), writeFile(`${path}.gz`, gz)]);
}
