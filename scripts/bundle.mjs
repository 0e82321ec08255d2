// Bundles the command line and the server for Node.js. Native modules stay outside.
import { cpSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const at = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));

const common = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: 'linked',
  logLevel: 'warning',
  // Some dependencies are CommonJS and call require inside an ES module bundle.
  banner: {
    js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);",
  },
};

export async function buildCli() {
  await build({
    ...common,
    entryPoints: [at('apps/cli/src/main.ts')],
    outfile: at('apps/cli/dist/coin-relay.mjs'),
    external: ['@napi-rs/canvas', 'manifold-3d'],
  });
  await buildViewer('apps/cli/dist/viewer.js');
}

/** What shows solids in a page of its own: one script for any browser. @param outfile from the root */
export async function buildViewer(outfile) {
  await build({
    bundle: true,
    platform: 'browser',
    target: 'es2022',
    format: 'iife',
    minify: true,
    legalComments: 'none',
    logLevel: 'warning',
    entryPoints: [at('apps/web/src/viewer/viewer.ts')],
    outfile: at(outfile),
  });
}

export async function buildServer() {
  await build({
    ...common,
    entryPoints: {
      server: at('apps/server/src/main.ts'),
      'compute-worker': at('apps/server/src/compute/worker.ts'),
    },
    outdir: at('apps/server/dist'),
    outExtension: { '.js': '.mjs' },
    external: ['better-sqlite3', 'manifold-3d', 'pino'],
  });
  cpSync(at('apps/server/src/database/migrations'), at('apps/server/dist/migrations'), { recursive: true });
}
