import 'reflect-metadata';
import { reasonOf } from './errors/reason-of.ts';
import { settingsFrom } from './settings.ts';
import { start } from './starting/start.ts';
import { StartError } from './starting/start-error.ts';

// A log that cannot be written, on a full disk say, does not end the server.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

try {
  await start(settingsFrom(process.env));
} catch (error) {
  if (error instanceof StartError) console.error(error.message);
  // What the system or the database refused is said in a sentence; a fault of our own with all that is known of it.
  else console.error((error as { code?: unknown }).code ? `Chromatype cannot start: ${reasonOf(error)}.` : error);
  process.exit(error instanceof StartError ? error.exitCode : 1);
}
