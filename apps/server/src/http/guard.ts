import type { Request, RequestHandler } from 'express';
import { sendProblem } from './problem';

/**
 * Lets only requests through that name this server as their host, and that no other site's page
 * has sent. Guards a server on the loopback address against pages that rebind their name to it.
 * @param names host names that are ours, without ports
 */
export function hostGuard(names: readonly string[]): RequestHandler {
  const ours = new Set(names.map((name) => name.toLowerCase()));
  const isOurs = (host: string | undefined): boolean => host !== undefined && ours.has(hostName(host));
  return (req, res, next) => {
    if (!isOurs(req.headers.host)) {
      sendProblem(res, 421, 'host-unknown', 'This server does not go by that name.');
      return;
    }
    const { origin } = req.headers;
    if (origin !== undefined && !sameOrigin(origin, req.headers.host)) {
      sendProblem(res, 403, 'origin-foreign', 'Requests from pages of other sites are not taken.');
      return;
    }
    if (origin === undefined && isSentBySite(req)) {
      sendProblem(res, 403, 'origin-foreign', 'Requests from pages of other sites are not taken.');
      return;
    }
    next();
  };
}

/**
 * Has a page of another site sent it? Browsers say so also where they leave the origin out (Fetch
 * Metadata, W3C). A link that is followed is let through: it only opens the application.
 */
function isSentBySite({ headers, method }: Pick<Request, 'headers' | 'method'>): boolean {
  const site = headers['sec-fetch-site'];
  const follows = method === 'GET' && headers['sec-fetch-mode'] === 'navigate';
  return (site === 'cross-site' || site === 'same-site') && !follows;
}

function hostName(host: string): string {
  const match = /^(\[[0-9a-f:]+\]|[^:]+)(?::\d+)?$/i.exec(host);
  return match ? match[1].toLowerCase() : '';
}

function sameOrigin(origin: string, host: string | undefined): boolean {
  try {
    return new URL(origin).host === host?.toLowerCase();
  } catch {
    return false;
  }
}
