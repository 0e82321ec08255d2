import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Executor } from './compute/executor';
import { computeRouter } from './compute/router';
import { takeJson } from './http/body';
import { hostGuard } from './http/guard';
import { HttpError } from './http/http-error';
import { problemHandler } from './http/problem';
import type { JobRepository } from './jobs/repository';
import { jobsRouter } from './jobs/router';
import { openApiDocument } from './openapi';
import type { PictureRepository } from './pictures/repository';
import { picturesRouter } from './pictures/router';
import type { SolidRepository } from './solids/repository';
import { solidsRouter } from './solids/router';
import { linksRouter } from './links/router';
import type { LinkRepository } from './links/repository';
import { supplierRouter } from './supplier/router';
import { makeNonce, pagesRouter, styleAttributeSources } from './static/pages';

/** What a request may be at the most, in bytes. */
export const BODY_LIMITS = { job: 6_000_000, calculation: 24_000_000, link: 600_000 } as const;

export interface AppParts {
  readonly jobs: JobRepository;
  readonly pictures: PictureRepository;
  readonly solids: SolidRepository;
  readonly links: LinkRepository;
  /** Works out what is asked. */
  readonly executor: Executor;
  /** Reads documents: apart from the calculations, so that jobs open and are saved whatever is asked. */
  readonly reader: Executor;
  readonly log: Logger;
  /** Host names the server answers to, without ports. */
  readonly hostNames: readonly string[];
  /** Folder of the built interface; null to serve the data interface only. */
  readonly pages: string | null;
}

/** Puts the application together; it listens elsewhere. */
export function createApp({
  jobs,
  pictures,
  solids,
  links,
  executor,
  reader,
  log,
  hostNames,
  pages,
}: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(makeNonce);
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: [
            "'self'",
            (_req, res) => `'nonce-${String((res as express.Response).locals['nonce'])}'`,
            ...styleAttributeSources,
          ],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // Served in plain HTTP on this machine only.
      strictTransportSecurity: false,
    }),
  );
  app.use(hostGuard(hostNames));
  app.use(compression());
  app.get('/api/openapi.json', (_req, res) => {
    res.json(openApiDocument());
  });
  app.use('/api/jobs', takeJson(BODY_LIMITS.job), jobsRouter(jobs, reader));
  app.use('/api/pictures', picturesRouter(pictures));
  app.use('/api/solids', solidsRouter(solids));
  app.use('/api/links', takeJson(BODY_LIMITS.link), linksRouter(links));
  app.use('/api', computeRouter(executor, takeJson(BODY_LIMITS.calculation)));
  app.use('/api', () => {
    throw new HttpError(
      404,
      'address-unknown',
      'There is nothing at this address. /api/openapi.json says what there is.',
    );
  });
  app.use('/supplier', supplierRouter());
  if (pages !== null) app.use(pagesRouter(pages));
  app.use(() => {
    throw new HttpError(404, 'address-unknown', 'There is nothing at this address.');
  });
  app.use(problemHandler(log));
  return app;
}
