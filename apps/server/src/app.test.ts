import { QUESTIONS, type QuestionName } from '@coin-relay/answers';
import { readFileSync } from 'node:fs';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openApiDocument } from './openapi';
import { demoJob, testServer, type TestServer } from './server.testing';

let server: TestServer;
beforeAll(() => {
  server = testServer();
});
afterAll(() => server.close());

describe('who may ask', () => {
  it('answers to its own names only', async () => {
    await request(server.app).get('/api/jobs').set('Host', 'localhost:4310').expect(200);
    await request(server.app).get('/api/jobs').set('Host', '[::1]:4310').expect(200);
    for (const host of ['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example:80', '']) {
      const answer = await request(server.app).get('/api/jobs').set('Host', host);
      expect([host, answer.status]).toEqual([host, host === '' ? answer.status : 421]);
      expect(answer.status).toBeGreaterThanOrEqual(400);
    }
  });

  it('takes nothing from pages of other sites', async () => {
    const post = (origin: string) =>
      request(server.app)
        .post('/api/jobs')
        .set('Host', 'localhost:4310')
        .set('Origin', origin)
        .send({ job: demoJob() });
    await post('http://evil.example').expect(403);
    await post('null').expect(403);
    await post('http://localhost:9999').expect(403);
    await post('http://localhost:4310').expect(201);
  });
});

describe('bodies that cannot be read', () => {
  const post = () => request(server.app).post('/api/measure').set('Content-Type', 'application/json');
  const codeOf = (answer: { status: number; body: { code?: string } }): [number, string | undefined] => [
    answer.status,
    answer.body.code,
  ];

  it('nested too deeply: refused before it is parsed', async () => {
    for (const body of ['['.repeat(100_000), '{"a":'.repeat(100_000), `{"source":${'['.repeat(100)}`])
      expect(codeOf(await post().send(body))).toEqual([400, 'body-too-deep']);
  });

  it('packed, and broken: what cannot be unpacked was not asked well', async () => {
    const answer = await post().set('Content-Encoding', 'gzip').send('this is not packed');
    expect(codeOf(answer)).toEqual([400, 'body-broken']);
  });

  it('of an encoding or a charset that is not read: said so, as the standard says (RFC 9110, 15.5.16)', async () => {
    expect(codeOf(await post().set('Content-Encoding', 'zstd-x').send('{}'))).toEqual([415, 'body-encoding']);
    for (const charset of ['koi8-r', 'utf-16le']) {
      const foreign = await request(server.app)
        .post('/api/measure')
        .set('Content-Type', `application/json; charset=${charset}`)
        .send('{}');
      expect(codeOf(foreign)).toEqual([415, 'body-encoding']);
    }
  });
});

describe('headers', () => {
  it('a strict content security policy with a nonce of its own for each answer', async () => {
    const first = await request(server.app).get('/api/jobs');
    const policy = String(first.headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    // Of style attributes one alone passes, word for word; nothing else is let through.
    expect(policy).toContain("'unsafe-hashes' 'sha256-GLgIQ643s3TzIr0ucw2e93Vi5ZG5LMJQfgcGiRvwdXA='");
    expect(policy.match(/unsafe/g)).toHaveLength(1);
    const second = await request(server.app).get('/api/jobs');
    expect(second.headers['content-security-policy']).not.toBe(policy);
    expect(first.headers['x-powered-by']).toBeUndefined();
    expect(first.headers['x-content-type-options']).toBe('nosniff');
  });
});

describe('calculations', () => {
  const fit = (body: object) => request(server.app).post('/api/fit').send(body);

  it('measure, fit and place answer as the command line does', async () => {
    const measured = await request(server.app)
      .post('/api/measure')
      .send({ source: { path: 'M0 0H100V50H0Z' } })
      .expect(200);
    expect(measured.body).toEqual({
      length: 300,
      closed: true,
      minRadius: null,
      corners: 4,
      bounds: [0, 0, 100, 50],
    });
    const fitted = await fit({ source: { job: demoJob() } }).expect(200);
    expect(fitted.body).toMatchObject({ count: 90, closes: true });
    const placed = await request(server.app)
      .post('/api/place')
      .send({ source: { path: 'M0 0H100' }, request: { pitch: 10 }, travel: 0.5 })
      .expect(200);
    expect(placed.body.pins).toHaveLength(11);
  });

  it.each([
    ['empty path data', { source: { path: '' }, request: { pitch: 1 } }, 422, 'path-data-empty'],
    ['broken path data', { source: { path: 'M0 0L' }, request: { pitch: 1 } }, 422, 'path-data-broken'],
    [
      'enormous path data',
      { source: { path: `M0 0${'h1'.repeat(2_100_000)}` }, request: { pitch: 1 } },
      413,
      'path-data-too-large',
    ],
    ['infinity', { source: { path: 'M0 0L1e999 0' }, request: { pitch: 1 } }, 422, 'path-not-finite'],
    ['no length', { source: { path: 'M5 5L5 5' }, request: { pitch: 1 } }, 422, 'path-zero-length'],
    ['a pitch of zero', { source: { path: 'M0 0H9' }, request: { pitch: 0 } }, 422, 'pitch-not-positive'],
    [
      'a pitch that is null',
      { source: { path: 'M0 0H9' }, request: { pitch: null } },
      422,
      'request-invalid',
    ],
    [
      'a pitch longer than the path',
      { source: { path: 'M0 0H9' }, request: { pitch: 10 } },
      422,
      'pitch-longer-than-path',
    ],
    [
      'overlapping wheels',
      {
        source: {
          wheels: {
            wheels: [
              { x: 0, y: 0, radius: 9 },
              { x: 5, y: 0, radius: 9 },
            ],
          },
        },
        request: { pitch: 1 },
      },
      422,
      'wheels-overlap',
    ],
    [
      'unreachable wheels',
      {
        source: {
          wheels: {
            wheels: [
              { x: 0, y: 0, radius: 9 },
              { x: 1, y: 0, radius: 3 },
            ],
          },
        },
        request: { pitch: 1 },
      },
      422,
      'wheel-unreachable',
    ],
    [
      'fewer than three links',
      { source: { path: 'M0 0H10V10H0Z' }, request: { pitch: 30 } },
      422,
      'too-few-links',
    ],
    [
      'an entity bomb',
      { source: { svg: '<!DOCTYPE svg [<!ENTITY a "b">]><svg/>' }, request: { pitch: 1 } },
      422,
      'file-refused',
    ],
    [
      'deep nesting',
      { source: { svg: `<svg>${'<g>'.repeat(600)}` }, request: { pitch: 1 } },
      422,
      'file-refused',
    ],
    ['a later job', { source: { job: { ...demoJob(), version: 7 } } }, 422, 'job-later-version'],
    [
      'two sources',
      { source: { path: 'M0 0H9', svg: '<svg/>' }, request: { pitch: 1 } },
      422,
      'request-invalid',
    ],
    [
      'a 50 MB drawing',
      { source: { svg: 'x'.repeat(50_000_000) }, request: { pitch: 1 } },
      413,
      'body-too-large',
    ],
  ])('%s: a problem with its own code', async (_name, body, status, code) => {
    const answer = await fit(body);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    expect(answer.headers['content-type']).toMatch(/application\/problem\+json/);
    expect(answer.body.detail.length).toBeGreaterThan(20);
  });
});

describe('questions over HTTP are those of the command line', () => {
  const ask = (name: string, body: object) => request(server.app).post(`/api/${name}`).send(body);
  const source = { path: 'M0 0H100V70H0Z' };

  it('a fit takes a part of the path, places to meet, candidates and a tolerance', async () => {
    const lay = { stretch: null, inset: [5, 5], ends: 'pins', rest: 'end', middle: null, beyond: 'stop' };
    const part = await ask('fit', {
      source: { path: 'M0 0H100' },
      request: { pitch: 9, pieces: 'bending', lay },
    }).expect(200);
    // 90 mm between the insets.
    expect(part.body).toMatchObject({ count: 10, pitchChange: 0 });
    const met = await ask('fit', {
      source,
      request: { pitch: 9, pieces: 'bending', meet: { corners: 0, at: [] } },
      candidates: 3,
      tolerance: 0.05,
    }).expect(200);
    expect(met.body.sections).toHaveLength(4);
    expect(met.body.candidates).toHaveLength(3);
    expect(met.body.withinTolerance).toBe(true);
    const wrong = await ask('fit', { source, request: { pitch: 9, lay: { ...lay, rest: 'aside' } } });
    expect([wrong.status, wrong.body.detail]).toEqual([422, expect.stringContaining('request.lay.rest')]);
  });

  it.each(['check', 'motion', 'parts', 'places'])('%s of a job', async (name) => {
    const { body } = await ask(name, { job: demoJob() }).expect(200);
    expect(body).toEqual(
      JSON.parse(JSON.stringify(await QUESTIONS[name as QuestionName].answer({ job: demoJob() }))),
    );
    const { body: refused } = await ask(name, { job: {} }).expect(422);
    expect(refused.code).toBe('job-broken');
  });

  it('a job as a file to hand off', async () => {
    const { body } = await ask('export', { job: demoJob(), as: 'svg', options: { frame: 4 } }).expect(200);
    expect(body).toMatchObject({ type: 'image/svg+xml', text: expect.stringContaining('</svg>') });
    expect(body.name).toMatch(/\.svg$/);
    const refused = await ask('export', { job: demoJob(), as: 'pdf' }).expect(422);
    expect(refused.body.detail).toMatch(/no export “pdf”/);
    const picture = await ask('export', { job: demoJob(), as: 'gif' }).expect(422);
    expect(picture.body.detail).toMatch(/in the browser, or by the command line: not over HTTP/);
  });

  it('the frame of a job', async () => {
    const { body } = await ask('frame', { job: demoJob(), frame: 7 }).expect(200);
    expect(body).toMatchObject({ frame: 7, wheels: expect.any(Array) });
    await ask('frame', { job: demoJob(), frame: 'seven' }).expect(422);
  });
});

describe('the description of the interface', () => {
  it('is served, and is the published one (npm run schemas writes it)', async () => {
    const { body } = await request(server.app).get('/api/openapi.json').expect(200);
    expect(body.openapi).toBe('3.1.0');
    const published = JSON.parse(
      readFileSync(new URL('../../../docs/schemas/openapi.json', import.meta.url), 'utf8'),
    ) as unknown;
    expect(body).toEqual(published);
    expect(Object.keys(openApiDocument()['paths'] as object)).toContain('/api/jobs/{id}');
  });

  it('names every operation, and says what it answers to what it does not take', () => {
    const paths = openApiDocument()['paths'] as Record<string, Record<string, Record<string, unknown>>>;
    const operations = Object.values(paths).flatMap((address) =>
      Object.entries(address)
        .filter(([key]) => key !== 'parameters')
        .map(([, operation]) => operation),
    );
    const names = operations.map((operation) => operation['operationId']);
    expect(new Set(names).size).toBe(operations.length);
    expect(names.every((name) => /^[a-zA-Z]+$/.test(String(name)))).toBe(true);
    for (const { requestBody, responses } of operations) {
      const statuses = Object.keys(responses as object);
      expect(statuses).toContain('421');
      if (requestBody !== undefined) expect(statuses).toEqual(expect.arrayContaining(['400', '413', '415']));
    }
  });

  it('other addresses are 404 as problems', async () => {
    expect((await request(server.app).get('/api/nothing').expect(404)).body.code).toBe('address-unknown');
    await request(server.app).get('/nothing').expect(404);
  });
});
