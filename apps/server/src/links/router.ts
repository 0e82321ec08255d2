import { randomUUID } from 'node:crypto';
import { describeIssue, OwnLinkSchema, safeParseFirst } from '@coin-relay/model';
import { Router } from 'express';
import { bodyOf, parseBody } from '../http/body';
import { HttpError } from '../http/http-error';
import type { LinkRepository } from './repository';

/** Links of one's own kept at the most. */
export const MOST_LINKS = 1_000;

/** The user's own links in the catalogue: list, keep, take out, put back. */
export function linksRouter(links: LinkRepository): Router {
  const router = Router();

  router.get('/', (_req, res) => {
    res.json({ links: links.list() });
  });

  router.post('/', (req, res) => {
    const read = safeParseFirst(OwnLinkSchema, parseBody(bodyOf(req)));
    if (!read.success) {
      const { field, message } = describeIssue(read.error);
      throw new HttpError(422, 'link-broken', `This link cannot be kept: ${field}: ${message}.`, { field });
    }
    if (links.list().length >= MOST_LINKS) {
      throw new HttpError(
        409,
        'links-full',
        `The catalogue has ${MOST_LINKS} links of your own already. Take one out before you keep another.`,
      );
    }
    const kept = links.keep(randomUUID(), read.data);
    res.status(201).location(`/api/links/${kept.id}`).json(kept);
  });

  router.delete('/:id', (req, res) => {
    if (!links.setRemoved(req.params.id, true)) throw missing(req.params.id);
    res.status(204).end();
  });

  router.post('/:id/restore', (req, res) => {
    if (!links.setRemoved(req.params.id, false)) throw missing(req.params.id);
    res.status(204).end();
  });

  return router;
}

const missing = (id: string): HttpError =>
  new HttpError(404, 'link-missing', `The catalogue has no link of your own “${id}”.`);
