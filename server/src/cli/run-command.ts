import { JobError, PaletteError, PlateError, RecipeError } from '@chromatype/core';
import { ArchiveError } from '../archives/archive.ts';
import { isDiskFull } from '../errors/disk-full.ts';
import { reasonOf } from '../errors/reason-of.ts';
import { Refused } from '../errors/refused.ts';
import { PictureError } from '../pictures/picture-error.ts';
import { StartError } from '../starting/start-error.ts';
import { COMMANDS } from './commands.ts';
import { FailedError } from './failed-error.ts';
import { UsageError } from './usage-error.ts';

/** What is said of an error, and the exit status: 2 for what the user can put right in the call, 1 for all else. */
function outcomeOf(name: string, error: unknown): { said: string; status: 1 | 2 } {
  if (
    [UsageError, JobError, PictureError, PaletteError, PlateError, RecipeError, Refused, ArchiveError].some(
      (kind) => error instanceof kind,
    )
  ) {
    return { said: (error as Error).message, status: 2 };
  }
  if (error instanceof StartError || error instanceof FailedError) {
    return { said: error.message, status: error.exitCode };
  }
  const { code, path, message, syscall } = error as NodeJS.ErrnoException;
  if (code?.startsWith('ERR_PARSE_ARGS')) return { said: `${message?.split(/[.\n]/)[0]}.`, status: 2 };
  if (isDiskFull(error)) return { said: 'The output cannot be written: the disk is full.', status: 1 };
  if (path !== undefined && syscall !== undefined) {
    // Outputs are written beside their place first.
    const partial = /^(.*)\.\d+\.partial(\.d.*)?$/s.exec(path)?.[1];
    if (partial !== undefined) return { said: `${partial} cannot be written: ${reasonOf(error)}.`, status: 1 };
    return { said: `${path} cannot be opened: ${reasonOf(error)}.`, status: 2 };
  }
  return { said: `${name} failed: ${error instanceof Error ? error.message.split('\n')[0] : error}`, status: 1 };
}

/** Negative numbers are values, not options: `--angle -45` is `--angle=-45`. */
function joinNegatives(args: readonly string[]): string[] {
  const joined: string[] = [];
  for (const arg of args) {
    const before = joined.at(-1);
    if (/^-\.?\d/.test(arg) && before && /^--[a-z-]+$/.test(before)) joined[joined.length - 1] = `${before}=${arg}`;
    else joined.push(arg);
  }
  return joined;
}

async function allHelp(): Promise<string> {
  const commands = await Promise.all(Object.values(COMMANDS).map(({ load }) => load()));
  return commands.map(({ help }) => help).join('\n\n');
}

/** Runs a command and returns its exit status: 0, 1 when it failed, 2 when the call was wrong. */
export async function runCommand([name = '', ...args]: readonly string[]): Promise<number> {
  if (name === '--help' || name === '-h') {
    console.log(await allHelp());
    return 0;
  }
  const entry = COMMANDS[name];
  if (!entry) {
    console.error(`chromatype has the commands ${Object.keys(COMMANDS).join(', ')}; try chromatype --help.`);
    return 2;
  }
  const command = await entry.load();
  if (args.includes('--help')) {
    console.log(command.help);
    return 0;
  }
  try {
    await command.run(joinNegatives(args));
    return 0;
  } catch (error) {
    const { said, status } = outcomeOf(name, error);
    console.error(said);
    return status;
  }
}
