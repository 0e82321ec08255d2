import { CHAIN_SIZES, chainPieces } from '@coin-relay/model';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../server.testing';
import { MOST_LINKS } from './router';

let server: TestServer;
beforeAll(() => {
  server = testServer();
});
afterAll(() => server.close());

const { pieces, sequence } = chainPieces(CHAIN_SIZES[5]);
const link = { name: 'My chain', pieces, sequence, materials: [], overlap: 'as-made' };
const names = async (): Promise<string[]> => {
  const { body } = await request(server.app).get('/api/links').expect(200);
  return (body as { links: { link: { name: string } }[] }).links.map((kept) => kept.link.name);
};

describe('links of one’s own', () => {
  it('are kept, listed, taken out and put back', async () => {
    const { body } = await request(server.app).post('/api/links').send(link).expect(201);
    const { id } = body as { id: string };
    expect(await names()).toEqual(['My chain']);
    await request(server.app).delete(`/api/links/${id}`).expect(204);
    expect(await names()).toEqual([]);
    await request(server.app).post(`/api/links/${id}/restore`).expect(204);
    expect(await names()).toEqual(['My chain']);
  });

  it('what is none says which field is wrong', async () => {
    const { body } = await request(server.app)
      .post('/api/links')
      .send({ ...link, sequence: ['ghost'] })
      .expect(422);
    expect(body).toMatchObject({ code: 'link-broken', field: 'sequence.0' });
    await request(server.app).post('/api/links').send({}).expect(422);
    await request(server.app).post('/api/links').type('json').send('{').expect(400);
  });

  it('one that is not there is 404', async () => {
    await request(server.app).delete('/api/links/ghost').expect(404);
    await request(server.app).post('/api/links/ghost/restore').expect(404);
  });

  it('one that cannot be read any more is passed over, not lost', async () => {
    server.db
      .prepare('INSERT INTO links (id, name, body, created_at) VALUES (?, ?, ?, ?)')
      .run('later', 'From later', '{"name":"From later"}', '2026-01-01');
    expect(await names()).not.toContain('From later');
    expect(server.db.prepare("SELECT count(*) AS n FROM links WHERE id = 'later'").get()).toEqual({ n: 1 });
  });

  it('as many as the limit, and no more', async () => {
    const insert = server.db.prepare('INSERT INTO links (id, name, body, created_at) VALUES (?, ?, ?, ?)');
    server.db.transaction(() => {
      for (let i = 0; i < MOST_LINKS; i++) insert.run(`n${i}`, 'N', JSON.stringify(link), '2026-01-01');
    })();
    const { body } = await request(server.app).post('/api/links').send(link).expect(409);
    expect(body).toMatchObject({ code: 'links-full' });
  });
});
