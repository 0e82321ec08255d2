#!/usr/bin/env node
// Runs the built command; builds it first where that has not been done yet.
import { existsSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';

const built = fileURLToPath(new URL('../dist/coin-relay.mjs', import.meta.url));
if (!existsSync(built)) {
  const { buildCli } = await import('../../../scripts/bundle.mjs');
  await buildCli();
}
await import(pathToFileURL(built).href);
