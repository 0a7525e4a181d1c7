import { Refused } from './refused.ts';

/** A whole number out of an address. @throws Refused when it is none or lies outside its limits */
export function wholeNumber(text: string | undefined, name: string, min: number, max: number): number {
  const value = /^\d{1,9}$/.test(text ?? '') ? Number(text) : Number.NaN;
  if (!(value >= min && value <= max)) {
    throw new Refused(400, `${name} must be a whole number between ${min} and ${max}.`);
  }
  return value;
}
