import { BadRequestException, HttpException } from '@nestjs/common';
import { JobError } from '@chromatype/core';
import { cut } from '@chromatype/core';
import { PictureError } from '../pictures/picture-error.ts';
import { isDiskFull } from './disk-full.ts';

/** What every refusal looks like: one plain sentence, and the field it is about where there is one. */
export interface Refusal {
  readonly message: string;
  readonly field?: string;
}

export interface Answer {
  readonly status: number;
  readonly body: Refusal;
}

const DISK_FULL = 'The disk that holds the data is full; nothing was changed. Make room on it and try again.';

/** Complaints of the parser of bodies, by its own type or by the code of the unpacker. */
const OF_BODY: Readonly<Record<string, Answer>> = {
  'entity.too.large': { status: 413, body: { message: 'This document is larger than 8 MB.' } },
  'entity.parse.failed': { status: 400, body: { message: 'The request is not valid JSON.' } },
  'encoding.unsupported': { status: 415, body: { message: 'The body of this request is packed in an unknown way.' } },
  'charset.unsupported': { status: 415, body: { message: 'The body of this request must be in UTF-8.' } },
  'request.aborted': { status: 400, body: { message: 'The request was broken off.' } },
  'request.size.invalid': {
    status: 400,
    body: { message: 'The body of this request is shorter or longer than it says.' },
  },
};

const UNPACKING: Answer = { status: 400, body: { message: 'The body of this request is not packed as it says.' } };
const ADDRESS: Answer = { status: 400, body: { message: 'The address of this request cannot be read.' } };
const NOTHING_HERE = 'There is nothing at this address.';

/** Sentences for what the framework says in its own words. */
const SENTENCES: readonly (readonly [RegExp, (m: RegExpExecArray) => string])[] = [
  [/^Cannot [A-Z]+ \//, () => NOTHING_HERE],
  [/^property (.*) should not exist$/s, ([, name]) => `The request holds "${cut(name!)}", which is not known here.`],
  [/^Validation failed \(.*\)$/, () => 'A number in the address is not a whole number.'],
  [/JSON/, () => 'The request is not valid JSON.'],
  [/^Failed to decode param|^URI malformed/, () => ADDRESS.body.message],
];

function plain(message: string): string {
  for (const [pattern, sentence] of SENTENCES) {
    const found = pattern.exec(message);
    if (found) return sentence(found);
  }
  return message;
}

function ofException(error: HttpException): Answer {
  const response = error.getResponse();
  const body = typeof response === 'string' ? { message: response } : (response as Refusal & { message: unknown });
  const message = Array.isArray(body.message) ? body.message[0] : body.message;
  const sentence = plain(typeof message === 'string' ? message : error.message);
  // The framework adds a status and a name to what it says itself.
  const { statusCode: _, error: __, ...rest } = body as unknown as Record<string, unknown>;
  const own = error instanceof BadRequestException ? {} : rest;
  return { status: error.getStatus(), body: { ...own, message: sentence } };
}

/** The answer to an error that somebody can do something about; null for one that nobody foresaw. */
export function answerTo(error: unknown): Answer | null {
  if (error instanceof JobError) return { status: 422, body: { message: error.message, field: error.field } };
  if (error instanceof PictureError) return { status: error.status, body: { message: error.message } };
  if (error instanceof HttpException) return ofException(error);
  if (isDiskFull(error)) return { status: 507, body: { message: DISK_FULL } };
  const { type, code, status } = error as { type?: string; code?: string; status?: unknown };
  if (type !== undefined && OF_BODY[type]) return OF_BODY[type];
  if (code?.startsWith('Z_') || code?.startsWith('ERR__ERROR')) return UNPACKING;
  if (code === 'ECONNRESET') return OF_BODY['request.aborted']!;
  if (error instanceof URIError) return ADDRESS;
  if (typeof status === 'number' && status >= 400 && status < 500) {
    return { status, body: { message: 'The request cannot be read.' } };
  }
  return null;
}
