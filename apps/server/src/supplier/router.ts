import { describeIssue, MoodBody, type Mood } from '@coin-relay/model';
import { json, Router } from 'express';
import * as z from 'zod';
import { HttpError } from '../http/http-error';
import { searchArticles } from '@coin-relay/model';

const SearchQuery = z.object({
  q: z.string().max(200).default(''),
  limit: z.coerce.number().int().min(1).max(200).default(100),
});

/** Answers that may wait at the same time; more are turned away, as a busy house would. */
const MOST_WAITING = 20;

/**
 * A stand-in for a parts supplier: a small service with an interface of its own. It can be slow
 * or down on purpose, to see how the application copes. All it says is invented.
 */
export function supplierRouter(): Router {
  const router = Router();
  let mood: Mood = { delay: 0, down: false };
  let waiting = 0;

  router.get('/mood', (_req, res) => {
    res.json(mood);
  });

  router.put('/mood', json({ limit: 1_000 }), (req, res) => {
    const read = MoodBody.safeParse(req.body);
    if (!read.success) {
      const { field, message } = describeIssue(read.error);
      throw new HttpError(422, 'mood-unknown', `The stand-in cannot be set like that: ${field}: ${message}.`);
    }
    mood = read.data;
    res.json(mood);
  });

  router.get('/articles', async (req, res) => {
    const read = SearchQuery.safeParse(req.query);
    if (!read.success) {
      const { field, message } = describeIssue(read.error);
      throw new HttpError(422, 'search-unreadable', `The search cannot be read: ${field}: ${message}.`);
    }
    const busy = (): HttpError =>
      new HttpError(503, 'supplier-down', 'Tiller & Vane cannot be reached just now. Try again later.');
    if (waiting >= MOST_WAITING) throw busy();
    waiting++;
    try {
      await new Promise((done) => setTimeout(done, mood.delay));
    } finally {
      waiting--;
    }
    if (mood.down) throw busy();
    const found = searchArticles(read.data.q);
    res
      .set('Cache-Control', 'no-store')
      .json({ supplier: 'Tiller & Vane', found: found.length, articles: found.slice(0, read.data.limit) });
  });

  router.use(() => {
    throw new HttpError(404, 'address-unknown', 'The supplier has nothing at this address.');
  });

  return router;
}
