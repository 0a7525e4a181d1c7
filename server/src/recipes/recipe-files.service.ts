import { createHash } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { fileHashes, JobError, type Recipe, readRecipeFile, recipeFileText } from '@chromatype/core';
import { Inject, Injectable } from '@nestjs/common';
import type { Request } from 'express';
import { inNewFolder } from '../disk/incoming.ts';
import { receiveInto } from '../disk/receive.ts';
import { Refused } from '../errors/refused.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';

/** The largest recipe file that is taken, in bytes. */
const MOST_BYTES = 100e6;

/** Recipes with the pictures that belong to them, as files that studios exchange. */
@Injectable()
export class RecipeFilesService {
  constructor(
    private readonly pictures: PicturesService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** The text of a recipe's file. @throws NotFoundException for a picture that is not stored here any more */
  async text(recipe: Recipe): Promise<string> {
    const files: Record<string, Uint8Array> = {};
    for (const hash of fileHashes(recipe.job.pictures)) {
      await this.pictures.get(hash);
      files[hash] = await readFile(this.pictures.files(hash).original);
    }
    return recipeFileText(recipe, files);
  }

  /**
   * Reads a recipe file out of a request and stores the pictures in it.
   * @throws Refused or JobError with one sentence; nothing is stored then
   */
  read(request: Request): Promise<Recipe> {
    return inNewFolder(this.settings.data, async (folder) => {
      const { file } = await receiveInto(folder, request, MOST_BYTES, 'This recipe file is larger than 100 MB.');
      return this.take(await readFile(file, 'utf8'));
    });
  }

  /** Reads the text of a recipe file and stores the pictures in it. @throws Refused or JobError with one sentence */
  async take(text: string): Promise<Recipe> {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      throw new Refused(422, 'This file is no recipe, or it is cut short: export it again.');
    }
    const { recipe, files } = readRecipeFile(value);
    for (const [hash, bytes] of Object.entries(files)) {
      const own = createHash('sha256').update(bytes).digest('hex');
      if (own !== hash) {
        const picture = recipe.job.pictures.find((p) => p.hash?.startsWith(hash));
        throw new JobError(
          'files',
          `The picture "${picture?.name}" in this recipe is another one than it names; export it again.`,
        );
      }
    }
    for (const [hash, bytes] of Object.entries(files)) {
      if (await this.pictures.known(hash)) continue;
      const { name } = recipe.job.pictures.find((p) => p.hash?.startsWith(hash))!;
      await inNewFolder(this.settings.data, async (folder) => {
        const file = `${folder}/original`;
        await writeFile(file, bytes);
        await this.pictures.add({ folder, file, hash, bytes: bytes.length }, name);
      });
    }
    return recipe;
  }
}
