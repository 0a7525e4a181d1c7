import { polygonsOf } from '../raster/outline-coverage.ts';
import { JobError } from './check.ts';

/** @throws JobError when text is no SVG path; empty text and settings without a path pass */
export function checkPath(path: unknown, field: string): void {
  if (typeof path !== 'string' || path === '') return;
  try {
    polygonsOf(path, [1, 0, 0, 1, 0, 0]);
  } catch {
    throw new JobError(field, `"${field}" is not an SVG path.`);
  }
}
