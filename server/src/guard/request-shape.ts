import type { RequestHandler } from 'express';
import { cut } from '@chromatype/core';
import { Refused } from '../errors/refused.ts';

/** Groups and lists in a document lie in each other no deeper than this; a job needs about ten. */
const DEEPEST = 64;

/** Whether groups and lists lie in each other deeper than the limit. Takes no stack, however deep they are. */
function isTooDeep(body: unknown): boolean {
  const waiting: { readonly value: unknown; readonly depth: number }[] = [{ value: body, depth: 0 }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, depth } = next;
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= DEEPEST) return true;
    for (const inside of Object.values(value)) waiting.push({ value: inside, depth: depth + 1 });
  }
  return false;
}

/** Refuses addresses that give one name twice. */
export const guardQuery: RequestHandler = (request, _response, next) => {
  const twice = Object.entries(request.query).find(([, value]) => typeof value !== 'string');
  if (twice) next(new Refused(400, `The address gives "${cut(twice[0])}" twice.`));
  else next();
};

/** Refuses documents that nest without end. */
export const guardDepth: RequestHandler = (request, _response, next) => {
  if (isTooDeep(request.body)) {
    next(new Refused(400, `The document nests deeper than ${DEEPEST} levels; no job does.`));
  } else next();
};
