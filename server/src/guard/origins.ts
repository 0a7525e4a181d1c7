import type { Request, RequestHandler } from 'express';
import { cut } from '@chromatype/core';
import { Refused } from '../errors/refused.ts';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** The host and port of an origin; null for one that is opaque or none. */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

/**
 * Whether a request says that a page of another origin sent it: by its Origin (RFC 6454, 7) or its Sec-Fetch-Site (W3C
 * Fetch Metadata Request Headers). Programs that are no browsers send neither.
 */
function isForeign({ headers }: Request): boolean {
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true;
  return headers.origin !== undefined && hostOf(headers.origin) !== headers.host;
}

/** Following a link from another page to a file or a view is no more than what an address typed in does. */
const isNavigation = ({ headers, path }: Request): boolean =>
  headers['sec-fetch-mode'] === 'navigate' || !path.startsWith('/api');

/** Refuses what pages of other origins send: every change, and every reading of data other than by following a link. */
export const guardOrigins: RequestHandler = (request, _response, next) => {
  if (!isForeign(request) || (READS.has(request.method) && isNavigation(request))) next();
  else {
    const from = request.headers.origin ? ` (${cut(request.headers.origin)})` : '';
    next(new Refused(403, `This request comes from a page of another site${from}, and nothing was done.`));
  }
};
