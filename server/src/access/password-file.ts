import { createHmac, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';

/** Cost of scrypt (RFC 7914): 32 MiB and about a tenth of a second a try. Common practice for signing in. */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 2 ** 20 };
const KEY_BYTES = 32;

const derive = promisify<string, Buffer, number, typeof COST, Buffer>(scrypt);

/** A password as it is kept: never itself, only what it hashes to. */
interface Kept {
  readonly salt: string;
  readonly hash: string;
  /** Key of the sessions; a new password makes a new one, which ends them all. */
  readonly secret: string;
}

const fileOf = (data: string): string => join(data, 'password.json');

export const hasPassword = (data: string): boolean => existsSync(fileOf(data));

const read = (data: string): Kept => JSON.parse(readFileSync(fileOf(data), 'utf8')) as Kept;

/** Keeps a new password in a data folder; every session of the old one ends. */
export async function setPassword(data: string, password: string): Promise<void> {
  const salt = randomBytes(16);
  const hash = await derive(password.normalize('NFC'), salt, KEY_BYTES, COST);
  const kept: Kept = {
    salt: salt.toString('base64'),
    hash: hash.toString('base64'),
    secret: randomBytes(32).toString('base64'),
  };
  const partial = `${fileOf(data)}.partial`;
  writeFileSync(partial, JSON.stringify(kept), { mode: 0o600 });
  renameSync(partial, fileOf(data));
}

export async function isPassword(data: string, password: string): Promise<boolean> {
  const { salt, hash } = read(data);
  const tried = await derive(password.normalize('NFC'), Buffer.from(salt, 'base64'), KEY_BYTES, COST);
  return timingSafeEqual(tried, Buffer.from(hash, 'base64'));
}

/** Days that a browser stays signed in. */
export const SESSION_DAYS = 30;

const signed = (secret: string, text: string): string => createHmac('sha256', secret).update(text).digest('base64url');

/** A session: when it ends, a random part, and a signature that only this server can make. */
export function newSession(data: string, now = Date.now()): string {
  const text = `${now + SESSION_DAYS * 86_400_000}.${randomBytes(16).toString('base64url')}`;
  return `${text}.${signed(read(data).secret, text)}`;
}

export function isSession(data: string, session: string, now = Date.now()): boolean {
  const at = session.lastIndexOf('.');
  const text = session.slice(0, Math.max(0, at));
  const given = Buffer.from(session.slice(at + 1));
  const wanted = Buffer.from(signed(read(data).secret, text));
  return given.length === wanted.length && timingSafeEqual(given, wanted) && Number(text.split('.')[0]) > now;
}
