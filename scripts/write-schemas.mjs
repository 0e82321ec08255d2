// Writes the published schemas: the job's JSON Schema and the OpenAPI description.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const at = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));
const out = at('docs/schemas');
const temporary = at('apps/server/dist/schemas.mjs');

await build({
  stdin: {
    contents:
      "export { jobJsonSchema } from '@coin-relay/model'; export { openApiDocument } from './apps/server/src/openapi.ts';",
    resolveDir: at('.'),
  },
  bundle: true,
  platform: 'node',
  format: 'esm',
  outfile: temporary,
  banner: { js: "import { createRequire as __c } from 'node:module'; const require = __c(import.meta.url);" },
});
const { jobJsonSchema, openApiDocument } = await import(pathToFileURL(temporary).href);
rmSync(temporary);
mkdirSync(out, { recursive: true });
const write = (name, value) => writeFileSync(`${out}/${name}`, `${JSON.stringify(value, null, 2)}\n`);
write('job-v2.schema.json', jobJsonSchema());
write('openapi.json', openApiDocument());
