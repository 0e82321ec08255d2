import { randomUUID } from 'node:crypto';
import { describeIssue, parseJob, CreateBody, JobIdSchema, SaveBody } from '@coin-relay/model';
import { Router, type Request } from 'express';
import type { z } from 'zod';
import { HttpError } from '../http/problem';
import type { JobRepository, SaveResult } from './repository';

/** The jobs: list, one, create, save, remove, put back, earlier states. */
export function jobsRouter(jobs: JobRepository): Router {
  const router = Router();

  router.get('/', (_req, res) => {
    res.json({ jobs: jobs.list() });
  });

  router.post('/', (req, res) => {
    const body = readBody(CreateBody, req.body);
    const id = body.id ?? randomUUID();
    if (jobs.has(id))
      throw new HttpError(
        409,
        'job-exists',
        `There is a job “${id}” already. Leave the id out to get a new one.`,
      );
    const made = jobs.create(id, parseJob(body.job), 'Made');
    res.status(201).location(`/api/jobs/${id}`).set('ETag', etag(made.revision)).json(made);
  });

  router.get('/:id', (req, res) => {
    const found = jobs.find(jobId(req));
    if (!found) throw missing(req);
    res.set('ETag', etag(found.revision)).set('Cache-Control', 'no-cache').json(found);
  });

  router.put('/:id', (req, res) => {
    const basedOn = ifMatch(req);
    if (basedOn === null) {
      throw new HttpError(
        428,
        'if-match-missing',
        'Send If-Match with the ETag of the state that was changed, so that no other change is lost.',
      );
    }
    const body = readBody(SaveBody, req.body);
    const result = jobs.save(jobId(req), basedOn, parseJob(body.job), body.history ?? null);
    const saved = settled(result, req);
    res.set('ETag', etag(saved.revision)).json({ revision: saved.revision, updatedAt: saved.updatedAt });
  });

  router.delete('/:id', (req, res) => {
    settled(jobs.remove(jobId(req), ifMatch(req)), req);
    res.status(204).end();
  });

  router.post('/:id/restore', (req, res) => {
    if (!jobs.restore(jobId(req))) throw missing(req);
    res.status(204).end();
  });

  router.get('/:id/revisions', (req, res) => {
    const id = jobId(req);
    if (!jobs.isOnRack(id)) throw missing(req);
    res.json({ revisions: jobs.revisions(id) });
  });

  router.get('/:id/revisions/:revision', (req, res) => {
    const revision = Number(req.params.revision);
    const id = jobId(req);
    const job = Number.isInteger(revision) && jobs.isOnRack(id) ? jobs.revision(id, revision) : null;
    if (!job)
      throw new HttpError(
        404,
        'revision-unknown',
        `Job “${String(req.params.id)}” has no revision ${req.params.revision}.`,
      );
    res.json({ revision, job });
  });

  return router;
}

function jobId(req: Request): string {
  const parsed = JobIdSchema.safeParse(req.params['id']);
  if (!parsed.success) throw missing(req);
  return parsed.data;
}

function missing(req: Request): HttpError {
  return new HttpError(
    404,
    'job-unknown',
    `There is no job “${String(req.params['id']).slice(0, 64)}” on the rack.`,
  );
}

const etag = (revision: number): string => `"r${revision}"`;

function ifMatch(req: Request): number | null {
  const header = req.headers['if-match'];
  if (header === undefined) return null;
  const match = /^"r(\d{1,15})"$/.exec(header.trim());
  // An unreadable tag matches nothing: the write is refused as stale.
  return match ? Number(match[1]) : -1;
}

function settled(result: SaveResult, req: Request): Extract<SaveResult, { kind: 'saved' }> {
  switch (result.kind) {
    case 'saved':
      return result;
    case 'missing':
      throw missing(req);
    case 'stale':
      throw new HttpError(
        412,
        'job-stale',
        `The job was saved elsewhere meanwhile (it is at revision ${result.revision}). Nothing was overwritten: load it again, or save yours as a copy.`,
        { revision: result.revision },
      );
    case 'history-mismatch':
      throw new HttpError(
        422,
        'history-mismatch',
        `The history has ${result.edits} steps; the change keeps more than that.`,
        { edits: result.edits },
      );
  }
}

function readBody<T extends z.ZodType>(schema: T, body: unknown): z.infer<T> {
  const parsed = schema.safeParse(body);
  if (parsed.success) return parsed.data;
  const { field, message } = describeIssue(parsed.error);
  throw new HttpError(422, 'body-invalid', `The request cannot be used: ${field}: ${message}.`, { field });
}
