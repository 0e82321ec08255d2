import express from 'express';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { hostGuard } from './guard';

const app = express();
app.use(hostGuard(['127.0.0.1', 'localhost', '[::1]', 'Arcade.local']));
app.use((_req, res) => {
  res.send('in');
});
const ask = async (host: string, origin?: string): Promise<number> => {
  const asked = request(app).get('/').set('Host', host);
  return (await (origin === undefined ? asked : asked.set('Origin', origin))).status;
};

describe('host names', () => {
  it.each([
    ['127.0.0.1', 200],
    ['127.0.0.1:4310', 200],
    ['LOCALHOST:1', 200],
    ['[::1]:4310', 200],
    ['arcade.local', 200],
    ['arcade.local.evil.example', 421],
    ['evil.example', 421],
    ['127.0.0.1:4310:5', 421],
    ['[::1', 421],
    ['0.0.0.0', 421],
  ])('%s: %d', async (host, status) => {
    expect(await ask(host)).toBe(status);
  });
});

describe('requests of other sites that leave the origin out', () => {
  const sent = async (method: 'get' | 'post', site: string, mode: string): Promise<number> => {
    const asked = method === 'get' ? request(app).get('/') : request(app).post('/');
    const headers = { Host: 'localhost:4310', 'Sec-Fetch-Site': site, 'Sec-Fetch-Mode': mode };
    return (await asked.set(headers)).status;
  };

  it('are not taken, but a link to the application may be followed', async () => {
    expect(await sent('post', 'cross-site', 'no-cors')).toBe(403);
    expect(await sent('post', 'same-site', 'no-cors')).toBe(403);
    expect(await sent('post', 'cross-site', 'navigate')).toBe(403);
    expect(await sent('get', 'cross-site', 'no-cors')).toBe(403);
    expect(await sent('get', 'cross-site', 'navigate')).toBe(200);
    expect(await sent('post', 'same-origin', 'cors')).toBe(200);
    expect(await sent('get', 'none', 'navigate')).toBe(200);
  });
});

describe('origins', () => {
  it.each([
    ['http://localhost:4310', 200],
    ['https://localhost:4310', 200],
    ['http://localhost:4311', 403],
    ['http://evil.example', 403],
    ['null', 403],
    ['not a url', 403],
  ])('%s asking localhost:4310: %d', async (origin, status) => {
    expect(await ask('localhost:4310', origin)).toBe(status);
  });
});
