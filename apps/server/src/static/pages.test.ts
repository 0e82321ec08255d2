import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../server.testing';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-pages-'));
let server: TestServer;
beforeAll(() => {
  writeFileSync(join(folder, 'index.html'), '<html></html>');
  for (const name of ['worker-ABCD2345', 'main-ABCD2345']) writeFileSync(join(folder, `${name}.js`), '1');
  server = testServer(folder);
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});
const policyOf = async (path: string): Promise<string> => {
  const answer = await request(server.app).get(path).expect(200);
  return String(answer.headers['content-security-policy']);
};

describe('the built interface', () => {
  it('lets threads compile WebAssembly, and nothing else do so', async () => {
    expect(await policyOf('/worker-ABCD2345.js')).toContain("script-src 'self' 'wasm-unsafe-eval';");
    for (const path of ['/', '/job/x', '/main-ABCD2345.js'])
      expect(await policyOf(path)).toContain("script-src 'self';");
    expect(await policyOf('/worker-ABCD2345.js')).not.toContain("'unsafe-eval'");
  });
});
