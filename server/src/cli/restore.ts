import { restore as read } from '../keeping/restore.ts';
import { DATA_HELP, dataAndArguments } from './data-option.ts';
import { readableFile } from './files.ts';
import { terminalProgress } from './progress.ts';

export const HELP = `chromatype restore FILE          brings a backup back into a folder that holds no database
  ${DATA_HELP}`;

export async function restore(args: readonly string[]): Promise<void> {
  const { data, rest } = dataAndArguments(args, 1, 'restore takes FILE, a backup.');
  await read(data, readableFile(rest[0]!), terminalProgress);
}
