import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../server.testing';
import { PICTURE_LIMIT } from './router';

let server: TestServer;
beforeAll(() => {
  server = testServer();
});
afterAll(() => server.close());

const png = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  Buffer.from('pixels'),
]);
const send = (bytes: Buffer, kind: string): request.Test =>
  request(server.app).post('/api/pictures').set('Content-Type', kind).send(bytes);

describe('reference pictures', () => {
  it('are given back byte for byte, and kept once', async () => {
    const first = await send(png, 'image/png').expect(201);
    const second = await send(png, 'image/png').expect(201);
    const { picture } = first.body as { picture: string };
    expect(second.body).toEqual(first.body);
    const back = await request(server.app).get(`/api/pictures/${picture}`).expect(200);
    expect(back.headers['content-type']).toBe('image/png');
    expect(Buffer.compare(back.body as Buffer, png)).toBe(0);
    expect(server.db.prepare('SELECT count(*) AS n FROM pictures').get()).toEqual({ n: 1 });
  });
  it('what is none is refused, whatever it says it is', async () => {
    const answer = await send(Buffer.from('<svg onload="alert(1)"/>'), 'image/png').expect(415);
    expect(answer.body).toMatchObject({ code: 'not-a-picture' });
    await send(png, 'text/html').expect(415);
    await send(Buffer.alloc(PICTURE_LIMIT + 1), 'image/png').expect(413);
  });
  it('names that are none are not looked for', async () => {
    for (const name of ['x', '../jobs', 'a'.repeat(64)])
      await request(server.app).get(`/api/pictures/${name}`).expect(404);
  });
});
