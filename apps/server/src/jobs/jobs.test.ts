import request from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from '../database/open';
import { demoJob, MIGRATIONS, testServer, type TestServer } from '../server.testing';
import { documentOf } from './document';
import { JobRepository, KEPT_REVISIONS, LIST_PART } from './repository';

let server: TestServer;
beforeEach(() => {
  server = testServer();
});
afterEach(() => server.close());

const make = async (id = 'lift'): Promise<string> => {
  const answer = await request(server.app).post('/api/jobs').send({ id, job: demoJob() }).expect(201);
  return answer.headers['etag'] as string;
};
const renamed = (name: string) => ({ job: { ...demoJob(), name } });

describe('the rack', () => {
  it('makes, lists, shows and saves a job', async () => {
    const etag = await make();
    expect(etag).toBe('"r1"');
    const list = await request(server.app).get('/api/jobs').expect(200);
    expect(list.body.jobs).toMatchObject([
      { id: 'lift', name: 'Coin lift', place: 'Gull Pier Arcade', revision: 1 },
    ]);
    const saved = await request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', etag)
      .send(renamed('Lift two'))
      .expect(200);
    expect(saved.headers['etag']).toBe('"r2"');
    const shown = await request(server.app).get('/api/jobs/lift').expect(200);
    expect(shown.body.job.name).toBe('Lift two');
    expect(shown.headers['etag']).toBe('"r2"');
  });

  it('gives a new job an id of its own and says where it is', async () => {
    const answer = await request(server.app).post('/api/jobs').send({ job: demoJob() }).expect(201);
    expect(answer.headers['location']).toBe(`/api/jobs/${String(answer.body.id)}`);
    await request(server.app)
      .get(answer.headers['location'] as string)
      .expect(200);
  });

  it('refuses an id that is taken', async () => {
    await make();
    const answer = await request(server.app)
      .post('/api/jobs')
      .send({ id: 'lift', job: demoJob() })
      .expect(409);
    expect(answer.body.code).toBe('job-exists');
  });

  it('takes a job off and puts it back', async () => {
    await make();
    await request(server.app).delete('/api/jobs/lift').expect(204);
    await request(server.app).get('/api/jobs/lift').expect(404);
    expect((await request(server.app).get('/api/jobs')).body.jobs).toEqual([]);
    await request(server.app).post('/api/jobs/lift/restore').expect(204);
    await request(server.app).get('/api/jobs/lift').expect(200);
  });

  it('survives a restart', async () => {
    await make();
    const again = openDatabase(server.file, MIGRATIONS);
    expect(JSON.parse(new JobRepository(again).find('lift')!.document)).toEqual(demoJob());
    expect(again.pragma('journal_mode', { simple: true })).toBe('wal');
    // 2 is FULL: what was acknowledged is on the disk.
    expect(again.pragma('synchronous', { simple: true })).toBe(2);
    again.close();
  });
});

describe('two windows on one job', () => {
  it('a stale write gets 412 and loses nothing', async () => {
    const etag = await make();
    await request(server.app).put('/api/jobs/lift').set('If-Match', etag).send(renamed('First')).expect(200);
    const stale = await request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', etag)
      .send(renamed('Second'))
      .expect(412);
    expect(stale.headers['content-type']).toMatch(/application\/problem\+json/);
    expect(stale.body).toMatchObject({ code: 'job-stale', status: 412, revision: 2 });
    expect((await request(server.app).get('/api/jobs/lift')).body.job.name).toBe('First');
    await request(server.app).delete('/api/jobs/lift').set('If-Match', etag).expect(412);
  });

  it('a write without If-Match, or with an unreadable one, is refused', async () => {
    await make();
    await request(server.app).put('/api/jobs/lift').send(renamed('x')).expect(428);
    await request(server.app).put('/api/jobs/lift').set('If-Match', '*').send(renamed('x')).expect(412);
  });
});

describe('history and earlier states', () => {
  const step = (label: string) => ({
    label,
    forward: [{ op: 'replace', path: ['name'], value: label }],
    inverse: [{ op: 'replace', path: ['name'], value: 'Coin lift' }],
  });

  it('keeps the steps so that undo survives, and drops what was undone and overwritten', async () => {
    await make();
    const put = async (revision: number, history: object): Promise<void> => {
      await request(server.app)
        .put('/api/jobs/lift')
        .set('If-Match', `"r${revision}"`)
        .send({ job: demoJob(), history })
        .expect(200);
    };
    await put(1, { keep: 0, add: [step('A'), step('B')], done: 2 });
    await put(2, { keep: 2, add: [], done: 1 });
    let { history } = (await request(server.app).get('/api/jobs/lift')).body;
    expect([history.done, history.edits.map((e: { label: string }) => e.label)]).toEqual([1, ['A', 'B']]);
    await put(3, { keep: 1, add: [step('C')], done: 2 });
    ({ history } = (await request(server.app).get('/api/jobs/lift')).body);
    expect(history.edits.map((e: { label: string }) => e.label)).toEqual(['A', 'C']);
    expect(history.edits[1]).toEqual(step('C'));
  });

  it('refuses a history that does not fit what it knows', async () => {
    await make();
    const put = (history: object) =>
      request(server.app).put('/api/jobs/lift').set('If-Match', '"r1"').send({ job: demoJob(), history });
    expect((await put({ keep: 5, add: [], done: 0 }).expect(422)).body.code).toBe('history-mismatch');
    expect((await put({ keep: 0, add: [], done: 3 }).expect(422)).body.code).toBe('body-invalid');
    expect((await request(server.app).get('/api/jobs/lift')).body.revision).toBe(1);
  });

  it('earlier states can be fetched', async () => {
    const etag = await make();
    await request(server.app).put('/api/jobs/lift').set('If-Match', etag).send(renamed('Later')).expect(200);
    const { revisions } = (await request(server.app).get('/api/jobs/lift/revisions').expect(200)).body;
    expect(revisions.map((r: { revision: number }) => r.revision)).toEqual([2, 1]);
    expect((await request(server.app).get('/api/jobs/lift/revisions/1').expect(200)).body.job.name).toBe(
      'Coin lift',
    );
    await request(server.app).get('/api/jobs/lift/revisions/9').expect(404);
    await request(server.app).get('/api/jobs/lift/revisions/x').expect(404);
  });

  it('not of a job that was taken off the rack, until it is put back', async () => {
    await make();
    await request(server.app).delete('/api/jobs/lift');
    await request(server.app).get('/api/jobs/lift/revisions').expect(404);
    await request(server.app).get('/api/jobs/lift/revisions/1').expect(404);
  });

  it(`keeps the last ${KEPT_REVISIONS} of them`, () => {
    const jobs = new JobRepository(server.db);
    jobs.create('busy', documentOf(demoJob()), 'Made');
    for (let k = 1; k <= KEPT_REVISIONS + 20; k++)
      expect(jobs.save('busy', k, documentOf(demoJob()), null).kind).toBe('saved');
    const kept = jobs.revisions('busy');
    expect(kept).toHaveLength(KEPT_REVISIONS);
    expect(kept[0].revision).toBe(KEPT_REVISIONS + 21);
  });
});

describe('bad jobs', () => {
  it.each([
    ['a broken field', { ...demoJob(), unit: 'parsec' }, 'job-broken'],
    [
      'a pitch of zero',
      { ...demoJob(), pieces: demoJob().pieces.map((p) => ({ ...p, pitch: 0 })) },
      'job-broken',
    ],
    ['a later version', { ...demoJob(), version: 99 }, 'job-later-version'],
    ['no job', 'text', 'job-broken'],
  ])('%s is refused with 422, and the stored job stays', async (_name, job, code) => {
    const etag = await make();
    const answer = await request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', etag)
      .send({ job })
      .expect(422);
    expect(answer.body.code).toBe(code);
    expect((await request(server.app).get('/api/jobs/lift')).body.job).toEqual(demoJob());
  });

  it('a body that is no JSON, or too large, or has keys of its own', async () => {
    await request(server.app)
      .post('/api/jobs')
      .set('Content-Type', 'application/json')
      .send('{"job":')
      .expect(400);
    const huge = await request(server.app)
      .post('/api/jobs')
      .send({ job: 'x'.repeat(7_000_000) })
      .expect(413);
    expect(huge.body.code).toBe('body-too-large');
    expect(
      (await request(server.app).post('/api/jobs').send({ job: demoJob(), extra: 1 }).expect(422)).body.code,
    ).toBe('body-invalid');
  });

  it('unknown jobs and odd ids are 404', async () => {
    expect((await request(server.app).get('/api/jobs/ghost').expect(404)).body.code).toBe('job-unknown');
    await request(server.app)
      .get(`/api/jobs/${'x'.repeat(90)}`)
      .expect(404);
    await request(server.app).get("/api/jobs/a'%20OR%201=1").expect(404);
    await request(server.app).post('/api/jobs/ghost/restore').expect(404);
  });
});

describe('a rack of many jobs', () => {
  it('is listed part by part, each job once, the latest first', async () => {
    const jobs = new JobRepository(server.db);
    const many = 2 * LIST_PART + 7;
    for (let i = 0; i < many; i++) jobs.create(`job-${i}`, documentOf(demoJob()), 'Made');
    const found: { id: string; updatedAt: string }[] = [];
    let after: string | null = null;
    let parts = 0;
    do {
      const { body } = await request(server.app)
        .get('/api/jobs')
        .query(after === null ? {} : { after })
        .expect(200);
      found.push(...(body.jobs as typeof found));
      after = body.next as string | null;
      parts++;
    } while (after !== null);
    expect(parts).toBe(3);
    expect(new Set(found.map(({ id }) => id)).size).toBe(many);
    const times = found.map(({ updatedAt }) => updatedAt);
    expect([...times].sort().reverse()).toEqual(times);
  });

  it('a place that no part named is refused, or has nothing after it', async () => {
    await make();
    await request(server.app)
      .get(`/api/jobs?after=${'x'.repeat(300)}`)
      .expect(400);
    await request(server.app).get('/api/jobs?after=a&after=b').expect(400);
    const { body } = await request(server.app).get('/api/jobs?after=0').expect(200);
    expect(body).toEqual({ jobs: [], next: null });
  });

  it('jobs that hold the same have the same digest, others another one', async () => {
    await make();
    await make('same');
    await request(server.app)
      .post('/api/jobs')
      .send({ id: 'other', ...renamed('Other') });
    const { body } = await request(server.app).get('/api/jobs').expect(200);
    const digest = Object.fromEntries(
      (body.jobs as { id: string; digest: string }[]).map((job) => [job.id, job.digest]),
    );
    expect(digest['lift']).toMatch(/^[0-9a-f]{64}$/);
    expect(digest['same']).toBe(digest['lift']);
    expect(digest['other']).not.toBe(digest['lift']);
  });
});

describe('a save whose answer was lost', () => {
  const save = (etag: string, key: string, name: string) =>
    request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', etag)
      .set('Idempotency-Key', `"${key}"`)
      .send({ ...renamed(name), history: { keep: 0, add: [], done: 0 } });

  it('is the same save when it is repeated', async () => {
    const etag = await make();
    const first = await save(etag, 'save-one-1', 'Two').expect(200);
    const again = await save(etag, 'save-one-1', 'Two').expect(200);
    expect(again.body).toEqual(first.body);
    expect(again.headers['etag']).toBe('"r2"');
    expect((await request(server.app).get('/api/jobs/lift/revisions')).body.revisions).toHaveLength(2);
  });

  it('another save of the same state is still refused, and so is a repeat once the job moved on', async () => {
    const etag = await make();
    await save(etag, 'save-one-1', 'Two').expect(200);
    await save(etag, 'save-two-2', 'Two').expect(412);
    await save('"r2"', 'save-three', 'Three').expect(200);
    await save(etag, 'save-one-1', 'Two').expect(412);
  });

  it('a key that is none is refused', async () => {
    const answer = await save(await make(), 'no key!', 'Two').expect(400);
    expect(answer.body.code).toBe('key-broken');
  });
});

describe('what is kept and cannot be understood', () => {
  const spoil = (document: string): void => {
    server.db.prepare('UPDATE jobs SET document = ? WHERE id = ?').run(document, 'lift');
  };
  const put = (etag: string) =>
    request(server.app).put('/api/jobs/lift').set('If-Match', etag).send(renamed('Over it'));

  it.each([
    ['no JSON', '{"format":', 500, 'document-damaged'],
    ['a later version', JSON.stringify({ ...demoJob(), version: 99 }), 422, 'job-later-version'],
  ])('%s: says so, and nothing is written over it', async (_what, document, status, code) => {
    const etag = await make();
    spoil(document);
    const shown = await request(server.app).get('/api/jobs/lift').expect(status);
    expect(shown.body.code).toBe(code);
    expect((await put(etag).expect(409)).body.code).toBe('job-not-understood');
    const kept = server.db.prepare('SELECT document FROM jobs').pluck().get();
    expect(kept).toBe(document);
    // It is still on the rack, and its earlier states are there.
    expect((await request(server.app).get('/api/jobs')).body.jobs).toHaveLength(1);
    await request(server.app).get('/api/jobs/lift/revisions/1').expect(200);
  });

  it('a document with a field that is wrong names the field', async () => {
    await make();
    spoil(JSON.stringify({ ...demoJob(), unit: 'parsec' }));
    const { body } = await request(server.app).get('/api/jobs/lift').expect(500);
    expect(body).toMatchObject({ code: 'document-damaged' });
    expect(body.detail).toMatch(/unit/);
  });
});

describe('a disk that takes nothing', () => {
  it('a full one is called that, keeps what was saved, and saves again when there is room', async () => {
    const etag = await make();
    const pages = server.db.pragma('page_count', { simple: true }) as number;
    server.db.pragma(`max_page_count = ${pages}`);
    const large = { ...demoJob(), name: 'Large', wheels: manyWheels(400) };
    const put = () => request(server.app).put('/api/jobs/lift').set('If-Match', etag).send({ job: large });
    const full = await put().expect(507);
    expect(full.body).toMatchObject({ code: 'disk-full' });
    expect(full.body.detail).toMatch(/disk is full/);
    expect(full.headers['retry-after']).toBeDefined();
    expect((await request(server.app).get('/api/jobs/lift').expect(200)).body.job).toEqual(demoJob());
    server.db.pragma('max_page_count = 1000000');
    await put().expect(200);
  });

  it('a read-only one is called that', async () => {
    const etag = await make();
    server.db.pragma('query_only = ON');
    const answer = await request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', etag)
      .send(renamed('Two'))
      .expect(507);
    expect(answer.body.code).toBe('data-read-only');
    await request(server.app).get('/api/jobs/lift').expect(200);
  });
});

const manyWheels = (count: number): object[] =>
  Array.from({ length: count }, (_, i) => ({
    ...demoJob().wheels[0],
    id: i === 0 ? demoJob().wheels[0].id : `extra-${i}`,
  })).concat(demoJob().wheels.slice(1));

describe('a job of an earlier version', () => {
  it('opens in the new form without the edits of the old one, which would not fit it', async () => {
    const etag = await make();
    const edit = { label: 'Rename job', forward: [], inverse: [] };
    await request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', etag)
      .send({ job: demoJob(), history: { keep: 0, add: [edit], done: 1 } })
      .expect(200);
    const old = { ...demoJob(), version: 1 } as Record<string, unknown>;
    server.db.prepare('UPDATE jobs SET document = ? WHERE id = ?').run(JSON.stringify(old), 'lift');
    const { body } = await request(server.app).get('/api/jobs/lift').expect(200);
    expect(body).toMatchObject({ job: { version: 2 }, history: { edits: [], done: 0 } });
    // The next save drops them; what was kept as a state stays.
    await request(server.app)
      .put('/api/jobs/lift')
      .set('If-Match', '"r2"')
      .send({ ...renamed('Lift three'), history: { keep: 0, add: [edit], done: 1 } })
      .expect(200);
    const after = await request(server.app).get('/api/jobs/lift').expect(200);
    expect(after.body.history.edits).toHaveLength(1);
    expect(
      (await request(server.app).get('/api/jobs/lift/revisions').expect(200)).body.revisions,
    ).toHaveLength(3);
  });
});
