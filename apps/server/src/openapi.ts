import * as z from 'zod';
import { QUESTIONS } from '@coin-relay/answers';
import {
  CreateBody,
  JobAnswer,
  ListAnswer,
  RevisionAnswer,
  RevisionsAnswer,
  SaveBody,
  SavedAnswer,
  SummaryAnswer,
  KeptLinkAnswer,
  LinksAnswer,
  ArticlesAnswer,
  MoodBody,
  OwnLinkSchema,
  PictureAnswer,
  SolidAnswer,
} from '@coin-relay/model';

const schema = (type: z.ZodType, io: 'input' | 'output'): unknown =>
  z.toJSONSchema(type, { target: 'draft-2020-12', io });
const json = (type: z.ZodType, io: 'input' | 'output'): unknown => ({
  'application/json': { schema: schema(type, io) },
});
const body = (type: z.ZodType): unknown => ({ required: true, content: json(type, 'input') });
const answer = (description: string, type?: z.ZodType): unknown =>
  type ? { description, content: json(type, 'output') } : { description };

const ProblemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  code: z.string(),
});
const problem = (description: string): unknown => ({
  description,
  content: { 'application/problem+json': { schema: schema(ProblemSchema, 'output') } },
});
const binary = { type: 'string', format: 'binary' };
const idParameter = { name: 'id', in: 'path', required: true, schema: { type: 'string' } };
const ifMatch = (required: boolean): unknown => ({
  name: 'If-Match',
  in: 'header',
  required,
  description: 'The ETag of the state the change was made from.',
  schema: { type: 'string' },
});
const saveKey = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  description:
    'Names the save: one that is repeated with the same name, its answer being lost, is the same save.',
  schema: { type: 'string', minLength: 8, maxLength: 66 },
};
const calculation = (name: string, summary: string, type: z.ZodType): Record<string, unknown> => ({
  post: {
    operationId: name,
    summary,
    requestBody: body(type),
    responses: {
      200: answer('The answer, as the command line gives it.'),
      422: problem('What was given cannot be worked out; the detail says why.'),
      429: problem('Too many were asked in a minute; Retry-After says when to come again.'),
      503: problem(
        'It took too long, or too much memory; or too many are waiting, and Retry-After says when to come again.',
      ),
    },
  },
});

/** What every operation may answer besides: to a body that cannot be read, and to one who asks for another server. */
const OF_BODIES = {
  400: problem('The body cannot be read: broken, or nested too deeply.'),
  413: problem('The body is larger than is taken.'),
  415: problem('The body is not of a kind that is taken.'),
};
const OF_ALL = { 421: problem('This is not a name of the server.') };

interface Operation {
  readonly requestBody?: unknown;
  readonly responses: Readonly<Record<string, unknown>>;
}

/** Adds to the operations of an address what is true of all. */
function completed(address: Readonly<Record<string, unknown>>): object {
  return Object.fromEntries(
    Object.entries(address).map(([key, value]) => {
      if (key === 'parameters') return [key, value];
      const operation = value as Operation;
      const responses = {
        ...(operation.requestBody === undefined ? {} : OF_BODIES),
        ...OF_ALL,
        ...operation.responses,
      };
      return [key, { ...operation, responses }];
    }),
  );
}

const completedAll = (paths: Readonly<Record<string, Readonly<Record<string, unknown>>>>): object =>
  Object.fromEntries(Object.entries(paths).map(([path, address]) => [path, completed(address)]));

/** The OpenAPI 3.1 description of the whole interface, made from the schemas that check it. */
export function openApiDocument(): Record<string, unknown> {
  return {
    openapi: '3.1.0',
    info: { title: 'Coin Relay', version: '0.1.0', license: { name: 'MIT', identifier: 'MIT' } },
    paths: completedAll({
      '/api/jobs': {
        get: {
          operationId: 'listJobs',
          summary: 'The jobs on the rack, latest first, some hundred at a time.',
          parameters: [
            {
              name: 'after',
              in: 'query',
              description: 'The “next” of the part before.',
              schema: { type: 'string', maxLength: 200 },
            },
          ],
          responses: {
            200: answer('The jobs.', ListAnswer),
            400: problem('No part of the list goes on there.'),
          },
        },
        post: {
          operationId: 'createJob',
          summary: 'Puts a new job on the rack.',
          requestBody: body(CreateBody),
          responses: {
            201: answer('Made.', SummaryAnswer),
            409: problem('The id is taken.'),
            422: problem('Not a readable job.'),
            507: problem('The disk is full, or cannot be written.'),
          },
        },
      },
      '/api/jobs/{id}': {
        parameters: [idParameter],
        get: {
          operationId: 'loadJob',
          summary: 'One job with its history.',
          responses: {
            200: answer('The job; ETag names its state.', JobAnswer),
            404: problem('No such job.'),
            422: problem('It was written by a later version.'),
            500: problem('What is kept is damaged.'),
          },
        },
        put: {
          operationId: 'saveJob',
          summary: 'Saves a job over the state it was made from.',
          parameters: [ifMatch(true), saveKey],
          requestBody: body(SaveBody),
          responses: {
            200: answer('Saved.', SavedAnswer),
            404: problem('No such job.'),
            409: problem(
              'What is kept was written by a later version, or is damaged; nothing was overwritten.',
            ),
            412: problem('It was saved elsewhere meanwhile; nothing was overwritten.'),
            422: problem('Not a readable job.'),
            428: problem('If-Match is missing.'),
            507: problem('The disk is full, or cannot be written; Retry-After says when to come again.'),
          },
        },
        delete: {
          operationId: 'removeJob',
          summary: 'Takes a job off the rack; it can be put back.',
          parameters: [ifMatch(false)],
          responses: {
            204: answer('Taken off.'),
            404: problem('No such job.'),
            412: problem('It was saved elsewhere meanwhile.'),
          },
        },
      },
      '/api/jobs/{id}/restore': {
        parameters: [idParameter],
        post: {
          operationId: 'restoreJob',
          summary: 'Puts a job back on the rack.',
          responses: { 204: answer('Put back.'), 404: problem('No such job.') },
        },
      },
      '/api/jobs/{id}/revisions': {
        parameters: [idParameter],
        get: {
          operationId: 'listRevisions',
          summary: 'The earlier states of a job.',
          responses: {
            200: answer('The states, latest first.', RevisionsAnswer),
            404: problem('No such job.'),
          },
        },
      },
      '/api/jobs/{id}/revisions/{revision}': {
        parameters: [
          idParameter,
          { name: 'revision', in: 'path', required: true, schema: { type: 'integer' } },
        ],
        get: {
          operationId: 'loadRevision',
          summary: 'One earlier state.',
          responses: { 200: answer('The state.', RevisionAnswer), 404: problem('No such state.') },
        },
      },
      '/api/pictures': {
        post: {
          operationId: 'keepPicture',
          summary: 'Keeps a reference picture, PNG or JPEG; the answer names it.',
          requestBody: {
            required: true,
            content: { 'image/png': { schema: binary }, 'image/jpeg': { schema: binary } },
          },
          responses: {
            201: answer('Kept.', PictureAnswer),
            413: problem('Larger than is taken.'),
            415: problem('Not a PNG or JPEG picture.'),
          },
        },
      },
      '/api/pictures/{hash}': {
        parameters: [{ name: 'hash', in: 'path', required: true, schema: { type: 'string' } }],
        get: {
          operationId: 'loadPicture',
          summary: 'A reference picture.',
          responses: {
            200: {
              description: 'The picture.',
              content: { 'image/png': { schema: binary }, 'image/jpeg': { schema: binary } },
            },
            404: problem('No such picture.'),
          },
        },
      },
      '/api/solids': {
        post: {
          operationId: 'keepSolid',
          summary: 'Keeps a body that a piece is made of, binary STL in mm; the answer names it.',
          requestBody: { required: true, content: { 'model/stl': { schema: binary } } },
          responses: {
            201: answer('Kept.', SolidAnswer),
            413: problem('Larger than is taken.'),
            415: problem('Not binary STL.'),
          },
        },
      },
      '/api/solids/{hash}': {
        parameters: [{ name: 'hash', in: 'path', required: true, schema: { type: 'string' } }],
        get: {
          operationId: 'loadSolid',
          summary: 'A body that a piece is made of.',
          responses: {
            200: { description: 'The body.', content: { 'model/stl': { schema: binary } } },
            404: problem('No such body.'),
          },
        },
      },
      '/api/links': {
        get: {
          operationId: 'listLinks',
          summary: 'The links of one’s own in the catalogue, latest first.',
          responses: { 200: answer('The links.', LinksAnswer) },
        },
        post: {
          operationId: 'keepLink',
          summary: 'Keeps a link of one’s own.',
          requestBody: body(OwnLinkSchema),
          responses: {
            201: answer('Kept.', KeptLinkAnswer),
            409: problem('As many as can be kept are there already.'),
            422: problem('Not a readable link.'),
          },
        },
      },
      '/api/links/{id}': {
        parameters: [idParameter],
        delete: {
          operationId: 'removeLink',
          summary: 'Takes a link out of the catalogue.',
          responses: { 204: answer('Taken out.'), 404: problem('No such link.') },
        },
      },
      '/api/links/{id}/restore': {
        parameters: [idParameter],
        post: {
          operationId: 'restoreLink',
          summary: 'Puts a link back into the catalogue.',
          responses: { 204: answer('Put back.'), 404: problem('No such link.') },
        },
      },
      '/supplier/articles': {
        get: {
          operationId: 'searchArticles',
          summary: 'Searches the stand-in for a parts supplier. All it says is invented.',
          parameters: [
            { name: 'q', in: 'query', schema: { type: 'string', maxLength: 200 } },
            { name: 'limit', in: 'query', schema: { type: 'integer', minimum: 1, maximum: 200 } },
          ],
          responses: {
            200: answer('The articles found.', ArticlesAnswer),
            422: problem('The search cannot be read.'),
            503: problem('The supplier is down.'),
          },
        },
      },
      '/supplier/mood': {
        get: {
          operationId: 'supplierMood',
          summary: 'How the stand-in behaves.',
          responses: { 200: answer('Its mood.', MoodBody) },
        },
        put: {
          operationId: 'setSupplierMood',
          summary: 'Makes the stand-in slow, or takes it down.',
          requestBody: body(MoodBody),
          responses: { 200: answer('Its mood now.', MoodBody), 422: problem('It cannot be set like that.') },
        },
      },
      ...Object.fromEntries(
        Object.entries(QUESTIONS).map(([name, { summary, body: type }]) => [
          `/api/${name}`,
          calculation(name, summary, type),
        ]),
      ),
    }),
  };
}
