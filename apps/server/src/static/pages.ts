import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { Router, type RequestHandler } from 'express';
import staticGzip from 'express-static-gzip';

const POLICY = 'Content-Security-Policy';

/** The mark in the built page that stands for the nonce of its styles. */
const NONCE_MARK = 'style-nonce-here';

/** Style attributes that the components write into a page: these alone are let through, word for word. */
const STYLE_ATTRIBUTES = ['padding: 0; border: 0; height: 0;'];

/** The same as the content security policy names them. */
export const styleAttributeSources: readonly string[] = [
  "'unsafe-hashes'",
  ...STYLE_ATTRIBUTES.map((style) => `'sha256-${createHash('sha256').update(style).digest('base64')}'`),
];

/** Makes the nonce of one answer; the content security policy names it. */
export const makeNonce: RequestHandler = (_req, res, next) => {
  res.locals['nonce'] = randomBytes(16).toString('base64');
  next();
};

/**
 * Threads may compile WebAssembly, which thins out solids there; pages may not. A thread has the policy that its own
 * script comes with.
 */
const threadPolicy = (policy: string): string =>
  policy.replace("script-src 'self'", "script-src 'self' 'wasm-unsafe-eval'");

/** The built interface: its files, and its one page for every address that is not a file. */
export function pagesRouter(folder: string): Router {
  const router = Router();
  const index = join(folder, 'index.html');
  router.use(
    // Files are packed once, when they are built, and sent so to whoever takes them.
    staticGzip(folder, {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: {
        setHeaders: (res, path) => {
          // Built files carry a hash in their names, so they never change.
          if (/-([A-Z0-9]{8}|[a-z0-9]{8})\.\w+(\.br|\.gz)?$/.test(path))
            res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
          if (/^worker-\w+\.js(\.br|\.gz)?$/.test(basename(path)))
            res.setHeader(POLICY, threadPolicy(String(res.getHeader(POLICY))));
        },
      },
    }),
  );
  router.get(/^\/(?!api\/)[^.]*$/, (_req, res, next) => {
    if (!existsSync(index)) {
      next();
      return;
    }
    const page = readFileSync(index, 'utf8').replaceAll(NONCE_MARK, String(res.locals['nonce']));
    res.set('Cache-Control', 'no-cache').type('html').send(page);
  });
  return router;
}
