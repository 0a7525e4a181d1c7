import { join } from 'node:path';

/** The database of a data folder. */
export const databaseFile = (data: string): string => join(data, 'chromatype.sqlite');
