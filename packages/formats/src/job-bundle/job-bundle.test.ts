import { createHash } from 'node:crypto';
import { demoJobs, parseJob, type Job } from '@coin-relay/model';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { namedBy, readBundle, writeBundle, type KeptThings } from './index';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 1, 2, 3]);
const jpg = Uint8Array.from([0xff, 0xd8, 0xff, 9]);
const body = Uint8Array.from({ length: 184 }, (_, i) => i % 7);
const things = new Map([png, jpg, body].map((bytes) => [sha256(bytes), bytes]));
const kept: KeptThings = (_, hash) => Promise.resolve(things.get(hash) ?? null);

/** A job that names two pictures and a body. */
function naming(): Job {
  const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-tin-beetle')!.job);
  job.backdrop = {
    ...{ picture: sha256(jpg), x: 0, y: 0, width: 100, height: 80 },
    ...{ millimetresPerPixel: 1, shown: 0.5 },
  };
  job.pieces[0].finish = {
    ...{ material: null, line: true },
    picture: { picture: sha256(png), x: 0, y: 0, width: 10, height: 5 },
  };
  return job;
}
const named = naming();
const withSolid = (): Job => ({
  ...named,
  pieces: [
    ...named.pieces,
    {
      ...{ family: 'own', id: 'own', name: 'Own', pitch: 10 },
      outline: [{ d: 'M0 0H10V5Z', fill: null, line: true, solid: { kept: sha256(body) } }],
    } as unknown as Job['pieces'][number],
  ],
});

describe('a job with all it names', () => {
  it('comes back as it was, with every thing under its name', async () => {
    const job = withSolid();
    expect(namedBy(job)).toEqual({ pictures: [sha256(jpg), sha256(png)], solids: [sha256(body)] });
    const { content, missing } = await writeBundle(job, kept);
    expect(missing).toEqual([]);
    // Another reader lists the same files.
    expect(Object.keys(unzipSync(content))).toEqual([
      'job.relay.json',
      `pictures/${sha256(jpg)}.jpg`,
      `pictures/${sha256(png)}.png`,
      `solids/${sha256(body)}.stl`,
    ]);
    const back = readBundle(content);
    expect(JSON.parse(back.job)).toEqual(job);
    expect(back.pictures.map(({ hash, type }) => [hash, type])).toEqual([
      [sha256(jpg), 'image/jpeg'],
      [sha256(png), 'image/png'],
    ]);
    for (const { hash, bytes } of [...back.pictures, ...back.solids]) expect(sha256(bytes)).toBe(hash);
    expect(back.solids).toHaveLength(1);
  });

  it('the same job makes the same file', async () => {
    const [one, other] = [await writeBundle(withSolid(), kept), await writeBundle(withSolid(), kept)];
    expect(sha256(one.content)).toBe(sha256(other.content));
  });

  it('what is gone is said, and the rest is written', async () => {
    const { content, missing } = await writeBundle(withSolid(), (kind, hash) =>
      kind === 'solid' ? Promise.resolve(null) : kept(kind, hash),
    );
    expect(missing).toEqual([expect.stringMatching(/^A body that the job names is gone/)]);
    expect(readBundle(content).solids).toEqual([]);
  });

  it('every demo job comes back as it was', async () => {
    for (const { job } of demoJobs())
      expect(parseJob(JSON.parse(readBundle((await writeBundle(job, kept)).content).job))).toEqual(job);
  });

  it('what is no such file says so; nothing outside its two folders is taken', () => {
    expect(() => readBundle(strToU8('no zip'))).toThrow(/cannot be unpacked/);
    expect(() => readBundle(zipSync({ 'a.txt': png }))).toThrow(/there is no job\.relay\.json in it/);
    const { pictures, solids } = readBundle(
      zipSync({
        'job.relay.json': strToU8('{}'),
        '../pictures/x.png': png,
        'pictures/x.png': png,
        'other/y': png,
      }),
    );
    expect([pictures, solids]).toEqual([[], []]);
  });

  it('one that unpacks to more than is read is refused before it is unpacked', () => {
    const bomb: Record<string, Uint8Array> = { 'job.relay.json': strToU8('{}') };
    for (let i = 0; i < 1_001; i++) bomb[`solids/${sha256(strToU8(String(i)))}.stl`] = new Uint8Array(1);
    expect(() => readBundle(zipSync(bomb))).toThrow(/at most 400 MB and 1,000 things/);
  });
});
