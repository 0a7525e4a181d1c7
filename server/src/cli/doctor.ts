import { examine } from '../keeping/doctor.ts';
import { DATA_HELP, dataAndArguments } from './data-option.ts';
import { FailedError } from './failed-error.ts';
import { terminalProgress } from './progress.ts';

export const HELP = `chromatype doctor                says what in the data folder is damaged, missing or unused
  ${DATA_HELP}`;

/** Prints what was found, one line each. @throws FailedError when something is damaged or missing */
export async function doctor(args: readonly string[]): Promise<void> {
  const { data } = dataAndArguments(args, 0, 'doctor takes no arguments but --data.');
  const { damaged, missing, unused } = await examine(data, terminalProgress);
  for (const [kind, lines] of Object.entries({ damaged, missing, unused })) {
    for (const line of lines) console.log(`${kind.padEnd(8)} ${line}`);
  }
  if (damaged.length + missing.length > 0) {
    throw new FailedError(`${damaged.length} damaged, ${missing.length} missing, ${unused.length} unused.`);
  }
  console.log(`Nothing is damaged or missing; ${unused.length} unused.`);
}
