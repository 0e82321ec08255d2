import { CATALOGUE } from '@coin-relay/model';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../server.testing';
import { ARTICLES } from '@coin-relay/model';

let server: TestServer;
beforeEach(() => {
  server = testServer();
});
afterEach(() => server.close());

interface Found {
  found: number;
  articles: { entry: string; name: string; pricePerMetre: number; massPerMetre: number }[];
}
const search = async (query: string): Promise<Found> => {
  const { body } = await request(server.app).get(`/supplier/articles${query}`).expect(200);
  return body as Found;
};

describe('the supplier’s stand-in', () => {
  it('has an article for every entry of the catalogue, with numbers that never change', async () => {
    expect(ARTICLES.map(({ entry }) => entry)).toEqual(CATALOGUE.map(({ id }) => id));
    const [first, again] = [await search('?q=08B'), await search('?q=08B')];
    expect(again).toEqual(first);
    for (const { pricePerMetre, massPerMetre } of ARTICLES) {
      expect(pricePerMetre).toBeGreaterThan(0);
      expect(massPerMetre).toBeGreaterThan(0);
    }
  });

  it('finds what all words are in, and no more than is asked for', async () => {
    const { articles } = await search('?q=roller%2008b');
    expect(articles.map(({ entry }) => entry)).toEqual(['chain-08B', 'chain-08B-2']);
    const few = await search('?limit=3');
    expect(few.articles).toHaveLength(3);
    expect(few.found).toBe(CATALOGUE.length);
    expect((await search('?q=cheese')).articles).toEqual([]);
  });

  it('can be slow, and can be down', async () => {
    await request(server.app).put('/supplier/mood').send({ delay: 120, down: false }).expect(200);
    const before = Date.now();
    await search('');
    expect(Date.now() - before).toBeGreaterThanOrEqual(115);
    await request(server.app).put('/supplier/mood').send({ delay: 0, down: true }).expect(200);
    const { body } = await request(server.app).get('/supplier/articles').expect(503);
    expect(body).toMatchObject({ code: 'supplier-down' });
    expect((await request(server.app).get('/supplier/mood').expect(200)).body).toEqual({
      delay: 0,
      down: true,
    });
  });

  it('turns away what it cannot read, and those that come when too many wait', async () => {
    await request(server.app).put('/supplier/mood').send({ delay: 99_999, down: false }).expect(422);
    await request(server.app).get('/supplier/articles?limit=0').expect(422);
    await request(server.app)
      .get(`/supplier/articles?q=${'x'.repeat(201)}`)
      .expect(422);
    await request(server.app).get('/supplier/nothing').expect(404);
    await request(server.app).put('/supplier/mood').send({ delay: 400, down: false }).expect(200);
    const answers = await Promise.all(
      Array.from({ length: 24 }, () => request(server.app).get('/supplier/articles?limit=1')),
    );
    const codes = answers.map(({ status }) => status);
    expect(codes.filter((status) => status === 503).length).toBeGreaterThanOrEqual(1);
    expect(codes.filter((status) => status === 200).length).toBeGreaterThanOrEqual(20);
  });
});
