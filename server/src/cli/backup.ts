import { backup as write } from '../keeping/backup.ts';
import { DATA_HELP, dataAndArguments } from './data-option.ts';
import { checkOutput } from './files.ts';
import { terminalProgress } from './progress.ts';

export const HELP = `chromatype backup FILE           all jobs and pictures in one archive, while the server goes on
  ${DATA_HELP}`;

export async function backup(args: readonly string[]): Promise<void> {
  const { data, rest } = dataAndArguments(args, 1, 'backup takes FILE, the archive to write.');
  checkOutput(rest[0]!);
  await write(data, rest[0]!, terminalProgress);
}
