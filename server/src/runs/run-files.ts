import { join } from 'node:path';
import { outputOf } from '@chromatype/core';
import type { RunEntity } from './run.entity.ts';

/** Where the file of a run is, or will be. */
export const fileOfRun = (data: string, { id, asked }: Pick<RunEntity, 'id' | 'asked'>): string =>
  join(data, 'runs', `${id}.${outputOf(asked.kind).ending}`);
