import { renameSync, writeFileSync } from 'node:fs';
import { workerData } from 'node:worker_threads';
import { PICTURES, SCANS } from './pictures/index.ts';

/** A thread that makes one picture and writes its file. */
const { name, file } = workerData as { readonly name: string; readonly file: string };
const bytes = await { ...PICTURES, ...SCANS }[name]!();
writeFileSync(`${file}.partial`, bytes);
renameSync(`${file}.partial`, file);
