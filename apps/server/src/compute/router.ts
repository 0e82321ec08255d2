import { Router, type RequestHandler } from 'express';
import type { Executor } from './executor';
import { TASKS, type TaskName } from './tasks';

/** Measure, fit and place without a browser: the same answers as the command line. */
export function computeRouter(executor: Executor, body: RequestHandler): Router {
  const router = Router();
  for (const name of Object.keys(TASKS) as TaskName[]) {
    router.post(`/${name}`, body, async (req, res) => {
      res.json(await executor.run(name, req.body));
    });
  }
  return router;
}
