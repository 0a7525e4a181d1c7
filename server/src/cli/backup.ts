import { backup as write } from '../keeping/backup.ts';
import { DATA_HELP, dataAndArguments } from './data-option.ts';
import { FailedError } from './failed-error.ts';
import { checkOutput } from './files.ts';
import { terminalProgress } from './progress.ts';

export const HELP = `chromatype backup FILE           all jobs and pictures in one archive, while the server goes on
  ${DATA_HELP}`;

export async function backup(args: readonly string[]): Promise<void> {
  const { data, rest } = dataAndArguments(args, 1, 'backup takes FILE, the archive to write.');
  checkOutput(rest[0]!);
  const flaws = await write(data, rest[0]!, terminalProgress);
  if (flaws.length > 0) {
    for (const flaw of flaws) console.error(flaw);
    throw new FailedError(`${rest[0]} is written, but the data has flaws; "chromatype doctor" tells more.`);
  }
}
