import { bushing } from '@coin-relay/core/solid';
import { writeStl } from '@coin-relay/formats/solid';
import { KEPT_LIMIT } from '@coin-relay/formats/solid-kept';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../server.testing';

let server: TestServer;
beforeAll(() => {
  server = testServer();
});
afterAll(() => server.close());

const stl = Buffer.from(writeStl(bushing(0, 8, 6, 2, 0.05), 'bushing'));
const send = (bytes: Buffer, kind = 'model/stl'): request.Test =>
  request(server.app).post('/api/solids').set('Content-Type', kind).send(bytes);

describe('bodies of pieces', () => {
  it('are given back byte for byte, and kept once', async () => {
    const first = await send(stl).expect(201);
    const second = await send(stl).expect(201);
    const { solid } = first.body as { solid: string };
    expect(second.body).toEqual(first.body);
    const back = await request(server.app).get(`/api/solids/${solid}`).responseType('blob').expect(200);
    expect(back.headers['content-type']).toBe('model/stl');
    expect(back.headers['content-disposition']).toContain(`${solid}.stl`);
    expect(Buffer.compare(back.body as Buffer, stl)).toBe(0);
    expect(server.db.prepare('SELECT count(*) AS n FROM solids').get()).toEqual({ n: 1 });
  });

  it('what is none is refused, whatever it says it is', async () => {
    const answer = await send(Buffer.from('solid x\nendsolid x')).expect(415);
    expect(answer.body).toMatchObject({ code: 'not-a-solid' });
    expect((answer.body as { detail: string }).detail).toContain('no body that can be kept');
    await send(stl.subarray(0, -1)).expect(415);
    await send(stl, 'text/html').expect(415);
    await send(Buffer.alloc(KEPT_LIMIT + 1)).expect(413);
    const nowhere = Buffer.from(stl);
    nowhere.writeFloatLE(NaN, 84 + 12);
    await send(nowhere).expect(415);
    expect(server.db.prepare('SELECT count(*) AS n FROM solids').get()).toEqual({ n: 1 });
  });

  it('names that are none are not looked for', async () => {
    for (const name of ['x', '../jobs', 'a'.repeat(64)])
      await request(server.app).get(`/api/solids/${name}`).expect(404);
  });
});
