import { Router, type RequestHandler, type Response } from 'express';
import { QUESTIONS, type QuestionName } from '@coin-relay/answers';
import { rateLimit } from 'express-rate-limit';
import { bodyOf } from '../http/body';
import { HttpError } from '../http/http-error';
import type { Executor } from './executor';

/** Calculations that one address may ask for in a minute. */
export const MOST_A_MINUTE = 1_200;

/** Measure, fit and place without a browser: the same answers as the command line. */
export function computeRouter(executor: Executor, body: RequestHandler, mostAMinute = MOST_A_MINUTE): Router {
  const router = Router();
  const limited = rateLimit({
    windowMs: 60_000,
    limit: mostAMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, res, next) => {
      const seconds = Number(res.getHeader('Retry-After')) || 60;
      next(
        new HttpError(
          429,
          'too-many-asked',
          `More than ${mostAMinute} calculations were asked for within a minute. Go on in ${seconds} s.`,
          { most: mostAMinute },
          seconds,
        ),
      );
    },
  });
  for (const name of Object.keys(QUESTIONS) as QuestionName[]) {
    router.post(`/${name}`, limited, body, async (req, res) => {
      const { json } = await executor.run(name, bodyOf(req), untilGone(res));
      res.type('json').send(json);
    });
  }
  return router;
}

/** Cancels what is worked out for one who has gone. */
export function untilGone(res: Response): AbortSignal {
  const owner = new AbortController();
  res.on('close', () => {
    if (!res.writableFinished) owner.abort();
  });
  return owner.signal;
}
