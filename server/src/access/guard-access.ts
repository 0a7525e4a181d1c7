import type { Request, RequestHandler } from 'express';
import { Refused } from '../errors/refused.ts';
import { servesOthers } from '../guard/loopback.ts';
import { isForMachines } from '../queue/render-guard.ts';
import type { Settings } from '../settings.ts';
import { isSession } from './password-file.ts';

export const SESSION_COOKIE = 'chromatype-session';

/** A cookie of a request by its name (RFC 6265, 5.4). */
function cookieOf(request: Request, name: string): string {
  const cookies = (request.headers.cookie ?? '').split(';').map((one) => one.trim());
  return cookies.find((one) => one.startsWith(`${name}=`))?.slice(name.length + 1) ?? '';
}

/** Whether a request may read and change data. A server of this machine alone asks for no password. */
export const isSignedIn = (settings: Settings, request: Request): boolean =>
  !servesOthers(settings) || isSession(settings.data, cookieOf(request, SESSION_COOKIE));

/** Asks for a password before any data; the interface itself and signing in are open. */
export const guardAccess =
  (settings: Settings): RequestHandler =>
  (request, _response, next) => {
    const open =
      !/^\/api(\/|$)/i.test(request.path) || /^\/api\/session\/?$/i.test(request.path) || isForMachines(request.path);
    if (open || isSignedIn(settings, request)) next();
    else next(new Refused(401, 'Sign in with the password of this server first.'));
  };
