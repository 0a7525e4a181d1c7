import { parseArgs } from 'node:util';
import { settingsFrom } from '../settings.ts';
import { UsageError } from './usage-error.ts';

/** How the help of a command says which data folder it works on. */
export const DATA_HELP = '--data DIR         the data folder (default: CHROMATYPE_DATA, else data)';

/** The data folder and the other arguments of a command. @throws UsageError for another number of them than `count` */
export function dataAndArguments(args: readonly string[], count: number, takes: string) {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: { data: { type: 'string' } },
  });
  if (positionals.length !== count) throw new UsageError(takes);
  const { data } = settingsFrom(values.data === undefined ? process.env : { CHROMATYPE_DATA: values.data });
  return { data, rest: positionals };
}
