import { join } from 'node:path';
import type { RunEntity } from './run.entity.ts';
import { endingOf } from './run-asked.ts';

/** Where the file of a run is, or will be. */
export const fileOfRun = (data: string, { id, asked }: Pick<RunEntity, 'id' | 'asked'>): string =>
  join(data, 'runs', `${id}.${endingOf(asked)}`);
