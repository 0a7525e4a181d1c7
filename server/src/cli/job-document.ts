import { type Job, readJob } from '@chromatype/core';
import { readInput } from './files.ts';
import { UsageError } from './usage-error.ts';

/** The job in a file of JSON. @throws UsageError or JobError when it is none */
export async function readDocument(file: string): Promise<Job> {
  const text = (await readInput(file)).toString('utf8');
  try {
    return readJob(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`${file} is not valid JSON.`);
    throw error;
  }
}
