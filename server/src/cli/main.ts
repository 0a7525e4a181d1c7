#!/usr/bin/env node
import { JobError, PaletteError, PlateError } from '@chromatype/core';
import { PictureError } from '../pictures/picture-error.ts';
import * as job from './job.ts';
import * as list from './list.ts';
import * as measure from './measure.ts';
import * as reference from './reference.ts';
import * as screen from './screen.ts';
import * as separate from './separate.ts';
import { UsageError } from './usage-error.ts';

const COMMANDS: Record<string, { readonly help: string; run(args: readonly string[]): Promise<void> }> = {
  screen: { help: screen.HELP, run: screen.screen },
  separate: { help: separate.HELP, run: separate.separate },
  job: { help: job.HELP, run: job.job },
  measure: { help: measure.HELP, run: measure.measure },
  list: { help: list.HELP, run: list.list },
  reference: { help: reference.HELP, run: reference.reference },
};

/** The sentence for an error the user can put right; null for one they cannot. */
function sentenceOf(error: unknown): string | null {
  if ([UsageError, JobError, PictureError, PaletteError, PlateError].some((kind) => error instanceof kind))
    return (error as Error).message;
  const { code, path, message } = error as NodeJS.ErrnoException;
  if (code === 'ENOENT') return `There is no file ${path}.`;
  if (code === 'EACCES' || code === 'EISDIR' || code === 'ENOTDIR') return `${path} cannot be opened.`;
  if (code?.startsWith('ERR_PARSE_ARGS')) return `${message?.split(/[.\n]/)[0]}.`;
  return null;
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

async function main([name = '', ...args]: readonly string[]): Promise<number> {
  const command = COMMANDS[name];
  const all = Object.values(COMMANDS)
    .map((c) => c.help)
    .join('\n\n');
  if (name === '--help' || name === '-h') {
    console.log(all);
    return 0;
  }
  if (!command) {
    console.error(`chromatype has the commands ${Object.keys(COMMANDS).join(', ')}; try chromatype --help.`);
    return 2;
  }
  if (args.includes('--help')) {
    console.log(command.help);
    return 0;
  }
  try {
    await command.run(joinNegatives(args));
    return 0;
  } catch (error) {
    console.error(
      sentenceOf(error) ?? `${name} failed: ${error instanceof Error ? error.message.split('\n')[0] : error}`,
    );
    return sentenceOf(error) ? 2 : 1;
  }
}

process.exitCode = await main(process.argv.slice(2));
