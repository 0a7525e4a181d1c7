import { existsSync } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { fileHashes, type Job, OUTPUTS, readJob } from '@chromatype/core';
import Database from 'better-sqlite3';
import { databaseFile } from '../database/file.ts';
import { sha256Of } from '../disk/sha256.ts';
import { reasonOf } from '../errors/reason-of.ts';
import { pictureFiles, picturesFolder } from '../pictures/picture-files.ts';
import { addHashes } from '../reclaim/picture-users.ts';
import { damageOf, isNewer } from '../starting/check-database.ts';
import { NoData } from './no-data.ts';

/** What is wrong, by what it means: data that is damaged or missing, and files that nothing needs. */
export interface Findings {
  readonly damaged: string[];
  readonly missing: string[];
  readonly unused: string[];
}

interface PictureRow {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  /** Missing in databases from before there were clips. */
  readonly clip?: string | null;
}

interface Documents {
  readonly jobs: readonly { id: string; title: string; document: string }[];
  readonly sets: readonly { id: string; label: string; document: string }[];
  readonly tiles: readonly { name: string; hash: string }[];
  /** Missing in databases from before there were recipes and versions. */
  readonly recipes: readonly { name: string; document: string }[];
  readonly versions: readonly { id: string; document: string }[];
  readonly runs: readonly { id: string; state: string; fileName: string; asked: string; document: string }[];
  readonly pictures: readonly PictureRow[];
}

const rows = <T>(database: Database.Database, sql: string): T[] => database.prepare(sql).all() as T[];

function documentsOf(database: Database.Database): Documents {
  const has = (table: string): boolean =>
    rows(database, `SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = '${table}'`).length > 0;
  return {
    jobs: rows(database, 'SELECT id, title, CAST(document AS TEXT) AS document FROM job'),
    sets: rows(database, 'SELECT id, label, CAST(document AS TEXT) AS document FROM ink_set'),
    tiles: rows(database, 'SELECT name, hash FROM tile'),
    recipes: has('recipe') ? rows(database, 'SELECT name, CAST(document AS TEXT) AS document FROM recipe') : [],
    versions: has('version') ? rows(database, 'SELECT id, CAST(document AS TEXT) AS document FROM version') : [],
    runs: rows(
      database,
      'SELECT id, state, fileName, CAST(asked AS TEXT) AS asked, CAST(document AS TEXT) AS document FROM run',
    ),
    pictures: rows(database, 'SELECT * FROM picture'),
  };
}

/** The job in a text; null when it cannot be read. */
function jobIn(text: string): Job | null {
  try {
    return readJob(JSON.parse(text));
  } catch {
    return null;
  }
}

const isJson = (text: string): boolean => {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
};

const hashesIn = (text: string): ReadonlySet<string> => {
  const found = new Set<string>();
  addHashes(text, found);
  return found;
};

/** Hashes of pictures that something names, with what names each first. */
function namedPictures(all: Documents, found: Findings): Map<string, string> {
  const named = new Map<string, string>();
  const name = (hash: string, by: string) => named.has(hash) || named.set(hash, by);
  for (const { id, title, document } of all.jobs) {
    const job = jobIn(document);
    if (!job) found.damaged.push(`The document of the job "${title}" (${id}) cannot be read.`);
    for (const hash of job ? fileHashes(job.pictures) : []) name(hash, `the job "${title}"`);
  }
  for (const { id, document, asked } of all.runs) {
    const job = jobIn(document);
    if (!job || !isJson(asked)) found.damaged.push(`The run ${id} cannot be read.`);
    for (const hash of job ? fileHashes(job.pictures) : []) name(hash, `the run ${id}`);
  }
  for (const { id, label, document } of all.sets) {
    if (!isJson(document)) found.damaged.push(`The set of inks "${label}" (${id}) cannot be read.`);
  }
  for (const { name: called, document } of all.recipes) {
    if (!isJson(document)) found.damaged.push(`The recipe "${called}" cannot be read.`);
    for (const hash of hashesIn(document)) name(hash, `the recipe "${called}"`);
  }
  for (const { id, document } of all.versions) {
    if (!isJson(document)) found.damaged.push(`The version ${id} of a job cannot be read.`);
    for (const hash of hashesIn(document)) name(hash, `the version ${id} of a job`);
  }
  for (const tile of all.tiles) name(tile.hash, `the tile "${tile.name}"`);
  return named;
}

async function checkPicture(data: string, row: PictureRow, found: Findings): Promise<void> {
  const files = pictureFiles(data, row.hash);
  const what = (file: string) => `The file ${basename(file)} of the picture "${row.name}" (${row.hash})`;
  const moving = (row.clip ?? 'null') !== 'null' ? Object.values(files.clip) : [];
  for (const file of [files.original, files.pixels, files.thumb, ...moving]) {
    if (!existsSync(file)) found.missing.push(`${what(file)} is missing.`);
  }
  if (existsSync(files.original) && (await sha256Of(files.original)) !== row.hash) {
    found.damaged.push(`${what(files.original)} is not what was uploaded.`);
  }
  if (existsSync(files.pixels) && (await stat(files.pixels)).size !== row.width * row.height * row.channels) {
    found.damaged.push(`${what(files.pixels)} is not as long as its picture.`);
  }
}

async function storedHashes(data: string): Promise<string[]> {
  const folder = picturesFolder(data);
  if (!existsSync(folder)) return [];
  const groups = await readdir(folder);
  return (await Promise.all(groups.map((group) => readdir(join(folder, group)).catch(() => [])))).flat();
}

async function checkRuns(data: string, all: Documents, found: Findings): Promise<void> {
  const folder = join(data, 'runs');
  const files = new Set(existsSync(folder) ? await readdir(folder) : []);
  const ids = new Set(all.runs.map(({ id }) => id));
  const endings = OUTPUTS.map(({ ending }) => ending);
  for (const { id, fileName, state } of all.runs) {
    if (state === 'done' && !endings.some((ending) => files.has(`${id}.${ending}`))) {
      found.missing.push(`The finished file ${fileName} of the run ${id} is missing; print it again.`);
    }
  }
  for (const file of files) {
    if (!ids.has(file.split('.')[0]!)) found.unused.push(`runs/${file} belongs to no run.`);
  }
}

/**
 * Looks a data folder through without changing anything; the server may go on meanwhile.
 * @throws NoData when there is no database
 */
export async function examine(data: string, progress: (share: number) => void): Promise<Findings> {
  const file = databaseFile(data);
  if (!existsSync(file)) throw new NoData(`There is no database in ${data}.`);
  const found: Findings = { damaged: [], missing: [], unused: [] };
  let all: Documents;
  let database: Database.Database | null = null;
  try {
    database = new Database(file, { readonly: true });
    const damage = damageOf(database);
    if (damage !== null) found.damaged.push(`The database is damaged: ${damage.split('\n')[0]}.`);
    if (isNewer(database)) found.damaged.push('The database was written by a newer version of Chromatype.');
    all = documentsOf(database);
  } catch (error) {
    found.damaged.push(`The database cannot be read: ${reasonOf(error)}.`);
    return found;
  } finally {
    database?.close();
  }
  const named = namedPictures(all, found);
  const known = new Set(all.pictures.map(({ hash }) => hash));
  for (const [hash, by] of named)
    if (!known.has(hash)) found.missing.push(`The picture ${hash} is missing; ${by} needs it.`);
  for (const [k, row] of all.pictures.entries()) {
    await checkPicture(data, row, found);
    if (!named.has(row.hash))
      found.unused.push(`No job, recipe, run or tile uses the picture "${row.name}" (${row.hash}).`);
    progress((k + 1) / (all.pictures.length + 1));
  }
  for (const hash of await storedHashes(data)) {
    if (!known.has(hash)) found.unused.push(`The folder of the picture ${hash} belongs to no picture that is listed.`);
  }
  await checkRuns(data, all, found);
  progress(1);
  return found;
}
