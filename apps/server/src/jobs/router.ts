import { randomUUID } from 'node:crypto';
import { JobIdSchema } from '@coin-relay/model';
import { Router, type Request } from 'express';
import type { Executor } from '../compute/executor';
import { untilGone } from '../compute/router';
import { bodyOf } from '../http/body';
import { HttpError } from '../http/http-error';
import type { JobRepository, SaveResult } from './repository';

/** The jobs: list, one, create, save, remove, put back, earlier states. */
export function jobsRouter(jobs: JobRepository, reader: Executor): Router {
  const router = Router();

  router.get('/', (req, res) => {
    res.json(jobs.list(cursorOf(req)));
  });

  router.post('/', async (req, res) => {
    const read = await reader.run('readNewJob', bodyOf(req), untilGone(res));
    const id = read.id ?? randomUUID();
    if (jobs.has(id))
      throw new HttpError(
        409,
        'job-exists',
        `There is a job “${id}” already. Leave the id out to get a new one.`,
      );
    const made = jobs.create(id, read.document, 'Made');
    res.status(201).location(`/api/jobs/${id}`).set('ETag', etag(made.revision)).json(made);
  });

  router.get('/:id', async (req, res) => {
    const found = jobs.find(jobId(req));
    if (!found) throw missing(req);
    const { json, current } = await reader.run('readKept', Buffer.from(found.document), untilGone(res));
    // Edits of an older form of the document do not fit the new one. Earlier states are kept as revisions.
    const { edits, done } = current ? found : { edits: [], done: 0 };
    const history = edits.map(
      ({ label, forward, inverse }) =>
        `{"label":${JSON.stringify(label)},"forward":${forward},"inverse":${inverse}}`,
    );
    const { id, revision, updatedAt } = found;
    const head = JSON.stringify({ id, revision, updatedAt }).slice(0, -1);
    res
      .set('ETag', etag(revision))
      .set('Cache-Control', 'no-cache')
      .type('json')
      .send(`${head},"job":${json},"history":{"edits":[${history.join(',')}],"done":${done}}}`);
  });

  router.put('/:id', async (req, res) => {
    const basedOn = ifMatch(req);
    if (basedOn === null) {
      throw new HttpError(
        428,
        'if-match-missing',
        'Send If-Match with the ETag of the state that was changed, so that no other change is lost.',
      );
    }
    const id = jobId(req);
    const { document, change } = await reader.run('readSave', bodyOf(req));
    const saved = settled(jobs.save(id, basedOn, document, change, saveKey(req)), req);
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

  router.get('/:id/revisions/:revision', async (req, res) => {
    const revision = Number(req.params.revision);
    const id = jobId(req);
    const found = Number.isInteger(revision) && jobs.isOnRack(id) ? jobs.revision(id, revision) : null;
    if (found === null)
      throw new HttpError(
        404,
        'revision-unknown',
        `Job “${String(req.params.id)}” has no revision ${req.params.revision}.`,
      );
    const { json } = await reader.run('readKept', Buffer.from(found), untilGone(res));
    res.type('json').send(`{"revision":${revision},"job":${json}}`);
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

/** Where in the list to go on: as an earlier part of it said. */
function cursorOf(req: Request): string | null {
  const { after } = req.query;
  if (after === undefined) return null;
  if (typeof after === 'string' && after.length <= 200) return after;
  throw new HttpError(
    400,
    'cursor-broken',
    'Where the list goes on is said by its “next”; leave it as it is.',
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

/** What names the request, so that one that is repeated is known again (as the Idempotency-Key of an IETF draft). */
function saveKey(req: Request): string | null {
  const header = req.get('idempotency-key');
  if (header === undefined) return null;
  const match = /^"?([\w-]{8,64})"?$/.exec(header.trim());
  if (!match)
    throw new HttpError(400, 'key-broken', 'The Idempotency-Key is 8 to 64 letters, figures, - and _.');
  return match[1];
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
    case 'not-understood':
      throw new HttpError(
        409,
        'job-not-understood',
        'The job as it is kept cannot be read by this version, so nothing is written over it. Save yours as a copy.',
      );
  }
}
