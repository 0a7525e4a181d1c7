import { UsageError } from './usage-error.ts';

/** Reads a number option, or its default. */
export function numberOption(text: string | undefined, name: string, min: number, max: number): number | undefined {
  if (text === undefined) return undefined;
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < min || value > max) {
    throw new UsageError(`--${name} must be a number from ${min} to ${max}.`);
  }
  return value;
}
