import { check, JobError } from '../document/check.ts';
import { readJob } from '../document/read-job.ts';
import type { Job } from '../document/types.ts';
import { fileHashes } from '../picture/types.ts';
import { LENGTHS, RECIPE_VERSION, type Recipe, type RecipeFile, type Slot } from './recipe.ts';

const MOST_TAGS = 30;
const MOST_SLOTS = 100;
/** Bytes of pictures in a recipe file, at most. */
const MOST_FILE_BYTES = 60e6;

const FIELDS = ['format', 'version', 'name', 'note', 'group', 'tags', 'lengths', 'stock', 'job', 'slots', 'files'];

const lengthNames = LENGTHS.map(({ name }) => name);

function readSlot(value: unknown, field: string, job: Job): Slot {
  const s = check.object(value, field);
  check.only(s, field, ['name', 'fills', 'parts']);
  const fills = job.passes.flatMap((p) => p.fills.map((f) => f.id));
  return {
    name: check.text(s.name, `${field}.name`),
    fills: check.list(s.fills, `${field}.fills`, 10_000).map((id, k) => check.oneOf(id, `${field}.fills[${k}]`, fills)),
    parts: check.list(s.parts ?? [], `${field}.parts`, 10_000).map((item, k) => {
      const at = `${field}.parts[${k}]`;
      const p = check.object(item, at);
      check.only(p, at, ['stencil', 'part']);
      const names = job.stencils.map((stencil) => stencil.id);
      const stencil = check.oneOf(p.stencil, `${at}.stencil`, names);
      const parts = job.stencils[names.indexOf(stencil)]!.parts.map((own) => own.id);
      return { stencil, part: check.oneOf(p.part, `${at}.part`, parts) };
    }),
  };
}

/**
 * Reads a recipe from parsed JSON. Its job is brought forward as any job is; what is missing gets its normal value.
 * @throws JobError naming the first field that is wrong
 */
export function readRecipe(value: unknown): Recipe {
  const r = check.object(value, 'recipe');
  if (r.format !== 'chromatype-recipe')
    throw new JobError('format', '"format" must be "chromatype-recipe"; this is not a recipe.');
  if (typeof r.version !== 'number' || !Number.isInteger(r.version) || r.version < 1)
    throw new JobError('version', '"version" must be a whole number from 1 on.');
  if (r.version > RECIPE_VERSION) {
    throw new JobError(
      'version',
      `This recipe has version ${r.version}, newer than this program (${RECIPE_VERSION}); open it with a newer one.`,
    );
  }
  check.only(r, '', FIELDS);
  const job = readJob(r.job);
  if (job.passes.length === 0)
    throw new JobError('job.passes', 'This recipe holds no pass, so that it prints nothing.');
  const name = check.text(r.name, 'name').trim();
  if (name === '') throw new JobError('name', 'A recipe needs a name.');
  return {
    format: 'chromatype-recipe',
    version: RECIPE_VERSION,
    name,
    note: check.text(r.note ?? '', 'note', 2000),
    group: check.text(r.group ?? '', 'group', 60),
    tags: check.list(r.tags ?? [], 'tags', MOST_TAGS).map((tag, k) => check.text(tag, `tags[${k}]`, 40)),
    lengths: r.lengths === undefined ? 'mm' : check.oneOf(r.lengths, 'lengths', lengthNames),
    stock: r.stock === undefined ? false : check.flag(r.stock, 'stock'),
    job,
    slots: check.list(r.slots ?? [], 'slots', MOST_SLOTS).map((slot, k) => readSlot(slot, `slots[${k}]`, job)),
  };
}

function bytesOf(base64: string, field: string): Uint8Array {
  let text: string;
  try {
    text = atob(base64);
  } catch {
    throw new JobError(field, `"${field}" must be the bytes of a picture in Base64 (RFC 4648).`);
  }
  return Uint8Array.from(text, (c) => c.charCodeAt(0));
}

/**
 * Reads a recipe file: a recipe, and in `files` the pictures that belong to it in Base64. That a picture is the one of its
 * hash is for the caller to see.
 * @throws JobError naming the first field that is wrong, or a picture that is missing
 */
export function readRecipeFile(value: unknown): RecipeFile {
  const recipe = readRecipe(value);
  const listed = check.object((value as { files?: unknown }).files ?? {}, 'files');
  const hashes = [...new Set(fileHashes(recipe.job.pictures))];
  check.only(listed, 'files', hashes);
  const texts = hashes.map((hash) => {
    if (listed[hash] === undefined) {
      const { name } = recipe.job.pictures.find((p) => p.hash?.startsWith(hash))!;
      throw new JobError(
        'files',
        `The recipe needs the picture "${name}", which its file does not hold; export it again.`,
      );
    }
    return [hash, check.text(listed[hash], `files.${hash}`, MOST_FILE_BYTES * 1.4)] as const;
  });
  return { recipe, files: Object.fromEntries(texts.map(([hash, text]) => [hash, bytesOf(text, `files.${hash}`)])) };
}

/** The text of a recipe file. `files` holds the files of all pictures that belong to the recipe, by their hashes. */
export function recipeFileText(recipe: Recipe, files: RecipeFile['files']): string {
  const base64 = (bytes: Uint8Array): string => {
    let text = '';
    for (let k = 0; k < bytes.length; k += 8192) text += String.fromCharCode(...bytes.subarray(k, k + 8192));
    return btoa(text);
  };
  const encoded = Object.entries(files).map(([hash, bytes]) => [hash, base64(bytes)]);
  const whole = encoded.length > 0 ? { ...recipe, files: Object.fromEntries(encoded) } : recipe;
  return `${JSON.stringify(whole, null, 2)}\n`;
}
