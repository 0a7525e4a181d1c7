import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadClipper } from '@chromatype/core';
import sharp from 'sharp';
import { runCommand } from '../src/cli/run-command.ts';

/** What a command wrote, and its exit status. */
interface Ran {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

/** Runs a command in this process, in a folder; what it prints is taken down. */
async function ran(folder: string, args: readonly string[]): Promise<Ran> {
  const before = process.cwd();
  const { log, error } = console;
  const lines = { out: '', err: '' };
  console.log = (text: unknown) => {
    lines.out += `${text}\n`;
  };
  console.error = (text: unknown) => {
    lines.err += `${text}\n`;
  };
  process.chdir(folder);
  try {
    return { code: await runCommand(args), ...lines };
  } finally {
    process.chdir(before);
    Object.assign(console, { log, error });
  }
}

/**
 * A folder with an even picture, `flat.png`, and the command line run in it, one command after the other. A process for
 * each would take a second longer; processes/cli-signals.test.ts has some of these.
 */
export async function commandLine() {
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-cli-'));
  await loadClipper();
  await sharp({ create: { width: 800, height: 800, channels: 3, background: '#bcbcbc' } })
    .png()
    .withMetadata({ density: 300 })
    .toFile(join(folder, 'flat.png'));
  const chromatype = (...args: string[]) => ran(folder, args);
  return { folder, chromatype, clear: () => rmSync(folder, { recursive: true }) };
}
