import { existsSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { databaseFile } from '../database/file.ts';
import { UNUSED_DAYS, type Unused } from '../reclaim/sweep.service.ts';
import { withSweep } from '../reclaim/with-sweep.ts';
import { settingsFrom } from '../settings.ts';
import { DATA_HELP } from './data-option.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype sweep                 says which pictures and files nothing uses any more, and when each may go
  --remove           removes those that nothing has used for ${UNUSED_DAYS} days; a running server does so by itself
  ${DATA_HELP}`;

const OPTIONS = { data: { type: 'string' }, remove: { type: 'boolean' } } as const;

const lineOf = ({ kind, name, id, bytes }: Unused): string =>
  kind === 'picture' ? `picture "${name}" (${id}), ${bytes} bytes` : `${kind} ${name}, ${bytes} bytes`;

export async function sweep(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  if (positionals.length > 0) throw new UsageError('sweep takes no arguments but --remove and --data.');
  const { data } = settingsFrom(values.data === undefined ? process.env : { CHROMATYPE_DATA: values.data });
  if (!existsSync(databaseFile(data))) throw new UsageError(`There is no database in ${data}.`);
  await withSweep(data, async (service) => {
    if (values.remove) {
      const gone = await service.sweep();
      for (const unused of gone) console.log(`removed ${lineOf(unused)}`);
      console.log(`${gone.length} removed.`);
      return;
    }
    const found = await service.find();
    const now = new Date().toISOString();
    for (const unused of found) {
      console.log(
        `${unused.due <= now ? 'would be removed:' : `may go from ${unused.due.slice(0, 10)}:`} ${lineOf(unused)}`,
      );
    }
    console.log(`${found.length} unused; "sweep --remove" removes those that are due.`);
  });
}
