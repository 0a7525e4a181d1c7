import { accessSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { reasonOf } from '../errors/reason-of.ts';
import { StartError } from './start-error.ts';

/** Makes a folder and those above it. Node's own recursive way never ends below /proc. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  if (dirname(folder) !== folder) makeFolder(dirname(folder));
  mkdirSync(folder);
}

/** Makes the data folder where it is missing. @throws StartError when it cannot be made or written to */
export function openDataFolder(data: string): void {
  try {
    makeFolder(data);
    accessSync(data, constants.R_OK | constants.W_OK | constants.X_OK);
  } catch (error) {
    throw new StartError(`The data folder ${data} cannot be used: ${reasonOf(error)}.`);
  }
}
