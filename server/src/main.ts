import 'reflect-metadata';
import { settingsFrom } from './settings.ts';
import { start } from './starting/start.ts';
import { StartError } from './starting/start-error.ts';

// A log that cannot be written, on a full disk say, does not end the server.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

try {
  await start(settingsFrom(process.env));
} catch (error) {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(error instanceof StartError ? error.exitCode : 1);
}
