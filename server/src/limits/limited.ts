import { type CustomDecorator, SetMetadata } from '@nestjs/common';

/** What one address may ask for within a minute: far more than an artist does, and less than a runaway program. */
export const LIMITS = {
  pictures: 300,
  runs: 120,
  'archives for the press': 60,
  'templates for the cutter': 60,
  'sign-ins': 10,
} as const;

export type Limit = keyof typeof LIMITS;

export const LIMITED = 'chromatype:limited';

/** Limits how often a route may be asked. */
export const Limited = (what: Limit): CustomDecorator => SetMetadata(LIMITED, what);
