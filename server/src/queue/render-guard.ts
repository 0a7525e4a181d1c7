import { createHash, timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import { Refused } from '../errors/refused.ts';
import type { Settings } from '../settings.ts';
import { engineVersion } from './engine-version.ts';
import { VERSION_HEADER } from './names.ts';

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Whether an address is for render machines. They have a secret of their own and no session. */
export const isForMachines = (path: string): boolean => /^\/api\/render(\/|$)/i.test(path);

/** Lets in render machines that know the secret and have the same engine. */
export const guardMachines =
  ({ redis, renderSecret }: Settings): RequestHandler =>
  (request, _response, next) => {
    if (!isForMachines(request.path)) return next();
    if (!redis || !renderSecret) return next(new Refused(404, 'This server gives no work to render machines.'));
    const given = /^Bearer (.*)$/.exec(request.headers.authorization ?? '')?.[1] ?? '';
    if (!timingSafeEqual(digest(given), digest(renderSecret)))
      return next(new Refused(401, 'The secret of this render machine is not the one of the server.'));
    const version = request.headers[VERSION_HEADER];
    if (version !== engineVersion()) {
      return next(
        new Refused(
          409,
          `This render machine has another version (${String(version).slice(0, 16)}) than the server (${engineVersion()}); install the same.`,
        ),
      );
    }
    return next();
  };
