import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { brotliCompressSync } from 'node:zlib';
import { join } from 'node:path';
import express from 'express';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { makeNonce, pagesRouter } from './pages';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-pages-'));
writeFileSync(join(folder, 'index.html'), '<relay-root ngCspNonce="style-nonce-here"></relay-root>');
writeFileSync(join(folder, 'main-ABCDEFGH.js'), 'built');
writeFileSync(join(folder, 'main-ABCDEFGH.js.br'), brotliCompressSync('packed when it was built'));
writeFileSync(join(folder, 'chunk-23o1srli.js'), 'joined');
writeFileSync(join(folder, 'mark.svg'), '<svg/>');
const app = express();
app.use(makeNonce, pagesRouter(folder));

describe('the built interface', () => {
  it('its page answers every address that is no file, with a nonce of its own', async () => {
    const first = await request(app).get('/job/some-id').expect(200);
    const second = await request(app).get('/').expect(200);
    const nonce = /ngCspNonce="([^"]+)"/.exec(first.text)?.[1];
    expect(nonce).toMatch(/^[A-Za-z0-9+/]{22}==$/);
    expect(second.text).not.toContain(nonce);
    expect(first.headers['cache-control']).toBe('no-cache');
  });

  it('built files are kept for good, others are not', async () => {
    for (const name of ['main-ABCDEFGH', 'chunk-23o1srli'])
      expect((await request(app).get(`/${name}.js`).expect(200)).headers['cache-control']).toContain(
        'immutable',
      );
    expect((await request(app).get('/mark.svg').expect(200)).headers['cache-control']).not.toContain(
      'immutable',
    );
  });

  it('are sent as they were packed to whoever takes that, and kept for good so too', async () => {
    const ask = (encoding: string) =>
      request(app).get('/main-ABCDEFGH.js').set('Accept-Encoding', encoding).expect(200);
    const packed = await ask('gzip, br');
    expect(packed.headers['content-encoding']).toBe('br');
    expect(packed.headers['content-type']).toContain('javascript');
    expect(packed.headers['cache-control']).toContain('immutable');
    const plain = await ask('identity');
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.text).toBe('built');
  });

  it('files that are not there are 404, and nothing outside the folder is served', async () => {
    await request(app).get('/missing.js').expect(404);
    await request(app)
      .get('/..%2f..%2fetc%2fpasswd')
      .expect((res) => expect(res.text).not.toContain('root:'));
    await request(app).get('/api/anything').expect(404);
  });
});
