import { createJob } from '../document/defaults.ts';
import { withFill } from '../document/fills.ts';
import type { Job } from '../document/types.ts';
import { checkOutput, type OutputAsked, outputOf } from '../outputs/index.ts';
import { shownSize } from '../picture/edit.ts';
import { filePicture } from '../picture/types.ts';
import { applyRecipe } from '../recipes/apply.ts';
import type { Recipe } from '../recipes/recipe.ts';
import { type BatchFormatName, outputsIn } from './formats.ts';
import { differentNames, fileText, namedAfter } from './file-names.ts';

/** Pictures and recipes of one batch, and prints that it may make. */
export const MOST_PICTURES = 2000;
export const MOST_RECIPES = 60;
export const MOST_PRINTS = 10_000;

/** A picture of a batch. */
export interface BatchPicture {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
}

/** Many pictures by some recipes, in some formats. */
export interface BatchAsked {
  readonly kind: 'batch';
  readonly pictures: readonly BatchPicture[];
  readonly recipes: readonly Recipe[];
  readonly formats: readonly BatchFormatName[];
  /** Longer side of each sheet in mm; its proportions are the picture's. */
  readonly longest: number;
  readonly ppi: number;
  /** The pattern of the names of files. */
  readonly names: string;
  /** Whether a contact sheet is made of all prints. */
  readonly contact: boolean;
}

/** One print of a batch: a picture by a recipe. */
export interface BatchPrint {
  /** Its place among all prints, picture by picture. */
  readonly at: number;
  readonly picture: BatchPicture;
  readonly recipe: Recipe;
  /** The name of its files, without ending. */
  readonly name: string;
}

/** Every print of a batch, in order; their names are all different. */
export function batchPrints({
  pictures,
  recipes,
  names,
}: Pick<BatchAsked, 'pictures' | 'recipes' | 'names'>): BatchPrint[] {
  const prints = pictures.flatMap((picture, p) =>
    recipes.map((recipe, r) => ({ at: p * recipes.length + r, picture, recipe })),
  );
  const named = differentNames(
    prints.map(({ at, picture, recipe }) => namedAfter(names, { picture: picture.name, recipe: recipe.name, at })),
  );
  return prints.map((print, k) => ({ ...print, name: named[k]! }));
}

/**
 * The job of a print: the picture on a sheet of its proportions, by the recipe.
 * @throws RecipeError when the sheet cannot take the recipe
 */
export function batchJob(
  { longest, ppi }: Pick<BatchAsked, 'longest' | 'ppi'>,
  { picture, recipe, name }: BatchPrint,
): Job {
  const own = filePicture({ id: 'picture', ...picture });
  const shown = shownSize(own);
  const scale = longest / Math.max(shown.width, shown.height);
  const base = createJob(name, 'pass');
  const [pass] = base.passes;
  const [fill] = pass!.fills;
  const sheet = {
    ...base.sheet,
    width: Math.max(5, shown.width * scale),
    height: Math.max(5, shown.height * scale),
    bleed: 0,
    ppi,
  };
  const job: Job = {
    ...base,
    sheet,
    pictures: [own],
    passes: [withFill(pass!, { feed: { ...fill.feed, picture: own.id } })],
  };
  let next = 0;
  return { ...applyRecipe(job, recipe, { pass: null, newId: () => `batch-${++next}` }), title: name };
}

/** A file of a print. */
export interface BatchFile {
  readonly name: string;
  readonly asked: OutputAsked;
}

/**
 * The files that a print is taken out as.
 * @throws OutputError when the job cannot give one of the formats
 */
export function batchFiles(job: Job, print: BatchPrint, formats: readonly BatchFormatName[]): BatchFile[] {
  return formats.flatMap((format) => {
    const outputs = outputsIn(job, format);
    for (const { asked } of outputs) checkOutput(job, asked);
    const stems = differentNames(outputs.map(({ suffix }) => fileText(`${print.name}${suffix}`)));
    return outputs.map(({ asked }, k) => ({ name: `${stems[k]}.${outputOf(asked.kind).ending}`, asked }));
  });
}
