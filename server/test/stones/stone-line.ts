import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { commandLine } from '../command-line.ts';

let at: Awaited<ReturnType<typeof commandLine>>;

/** Gives the tests of a file a folder of their own, in which `chromatype` runs. */
export function inFolder(): void {
  beforeAll(async () => {
    at = await commandLine();
  });
  afterAll(() => at.clear());
}

export const drawing = (width: number, height: number, inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${inner}</svg>`;

export const file = (name: string): string => join(at.folder, name);
export const save = (name: string, text: string): string => {
  writeFileSync(file(name), text);
  return name;
};

export interface Stones {
  readonly stones: number;
  readonly by_size: Readonly<Record<string, number>>;
  readonly by_colour: Readonly<Record<string, number>>;
  readonly faults: readonly { readonly kind: string; readonly said: string }[];
}

export async function stones(...args: string[]): Promise<Stones> {
  const { code, out, err } = await at.chromatype('stones', ...args);
  if (code !== 0) throw new Error(err);
  return JSON.parse(out);
}

export async function refusal(...args: string[]): Promise<string> {
  const { code, out, err } = await at.chromatype('stones', ...args);
  expect([code, out]).toEqual([2, '']);
  return err.trim();
}

/** Runs a command line that need not be about stones. */
export const chromatype = (...args: string[]) => at.chromatype(...args);

export async function cutter(name: string) {
  const { code, out, err } = await at.chromatype('cutter', name);
  if (code !== 0) throw new Error(err);
  return JSON.parse(out);
}

export const KITE = drawing(160, 220, '<path d="M80 10L150 80L80 210L10 80Z"/>');
