import { Router, type RequestHandler } from 'express';
import type { Executor } from './executor';
import { QUESTIONS, type QuestionName } from '@coin-relay/answers';

/** Measure, fit and place without a browser: the same answers as the command line. */
export function computeRouter(executor: Executor, body: RequestHandler): Router {
  const router = Router();
  for (const name of Object.keys(QUESTIONS) as QuestionName[]) {
    router.post(`/${name}`, body, async (req, res) => {
      res.json(await executor.run(name, req.body));
    });
  }
  return router;
}
