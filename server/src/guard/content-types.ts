import type { Request, RequestHandler } from 'express';
import { Refused } from '../errors/refused.ts';

interface Taken {
  readonly path: RegExp;
  readonly types: RegExp;
  readonly said: string;
}

/** What each address takes as the body of a request; the last line holds for all others. */
const TAKEN: readonly Taken[] = [
  {
    path: /^\/api\/pictures\/?$/,
    types: /^(application\/octet-stream|image\/[\w.+-]+)$/,
    said: 'application/octet-stream or image/…',
  },
  {
    path: /^\/api\/press\/?$/,
    types: /^application\/(octet-stream|zip)$/,
    said: 'application/octet-stream or application/zip',
  },
  {
    path: /^\/api\/clips(\/archive|\/[^/]+\/frames\/\d+)?\/?$/,
    types: /^application\/octet-stream$/,
    said: 'application/octet-stream',
  },
  {
    path: /^\/api\/cutter\/?$/,
    types: /^application\/octet-stream$/,
    said: 'application/octet-stream',
  },
  {
    path: /^\/api\/artwork\/?$/,
    types: /^(application\/octet-stream|image\/openraster)$/,
    said: 'application/octet-stream or image/openraster',
  },
  {
    path: /^\/api\/(recipes|jobs)\/import\/?$/,
    types: /^application\/octet-stream$/,
    said: 'application/octet-stream',
  },
  {
    path: /^\/api\/render\/parts\/[^/]+\/?$/,
    types: /^application\/octet-stream$/,
    said: 'application/octet-stream',
  },
  { path: /^/, types: /^application\/json$/, said: 'application/json' },
];

const hasBody = ({ headers }: Request): boolean =>
  headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0;

/**
 * Refuses bodies of another type than their address takes. The types that a form of another site can send without asking
 * first (WHATWG Fetch, CORS-safelisted request-header) are among none of them.
 */
export const guardContentTypes: RequestHandler = (request, _response, next) => {
  const taken = TAKEN.find(({ path }) => path.test(request.path))!;
  const type = (request.headers['content-type'] ?? '').split(';')[0]!.trim().toLowerCase();
  if (!hasBody(request) || taken.types.test(type)) next();
  else next(new Refused(415, `The body of this request must be of the type ${taken.said}.`));
};
