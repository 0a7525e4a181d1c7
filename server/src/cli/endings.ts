import { OUTPUTS, type OutputName } from '@chromatype/core';

/** What each ending of a file makes: an output of one pass if there is one, or else one of plates. */
export function endings(): ReadonlyMap<string, OutputName> {
  const found = new Map<string, OutputName>();
  for (const ofPass of [true, false]) {
    for (const { name, ending, of, oneBit } of OUTPUTS) {
      const fits = ofPass ? of === 'pass' : of === 'job' && oneBit;
      if (fits && !found.has(ending)) found.set(ending, name);
    }
  }
  return found;
}
