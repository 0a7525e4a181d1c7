import { OUTPUTS, type OutputName } from '@chromatype/core';

/** What each ending of a file makes: an output of one pass if there is one, or else the first of the whole job. */
export function endings(): ReadonlyMap<string, OutputName> {
  const found = new Map<string, OutputName>();
  for (const ofPass of [true, false]) {
    for (const { name, ending, of, moves } of OUTPUTS) {
      if (!moves && (of === 'pass') === ofPass && !found.has(ending)) found.set(ending, name);
    }
  }
  return found;
}
