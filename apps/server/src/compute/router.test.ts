import express from 'express';
import pino from 'pino';
import request from 'supertest';
import { expect, it } from 'vitest';
import { takeJson } from '../http/body';
import { problemHandler } from '../http/problem';
import { inlineExecutor } from './executor';
import { computeRouter } from './router';

it('one who asks for too many calculations is told when to go on', async () => {
  const app = express();
  app.use(computeRouter(inlineExecutor(), takeJson(1_000), 3));
  app.use(problemHandler(pino({ level: 'silent' })));
  const ask = () =>
    request(app)
      .post('/measure')
      .send({ source: { path: 'M0 0H5' } });
  for (let k = 0; k < 3; k++) await ask().expect(200);
  const refused = await ask().expect(429);
  expect(refused.body.code).toBe('too-many-asked');
  expect(Number(refused.headers['retry-after'])).toBeGreaterThan(0);
  expect(Number(refused.headers['retry-after'])).toBeLessThanOrEqual(60);
});
