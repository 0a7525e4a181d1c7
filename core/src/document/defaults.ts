import { DOT_PARAMS } from '../screen/families/dots/params.ts';
import { GRAIN_PARAMS } from '../screen/families/grain/params.ts';
import { LINE_PARAMS } from '../screen/families/lines/params.ts';
import { NO_EDIT } from '../picture/edit.ts';
import { normalsOf } from '../settings/params.ts';
import { SHARED_PARAMS } from '../screen/shared-params.ts';
import { TILE_PARAMS } from '../screen/families/tile/params.ts';
import { PLATE_PARAMS } from './plate-params.ts';
import { PRESS_PARAMS } from '../ink/press-params.ts';
import { SEPARATION_PARAMS } from '../separate/params.ts';
import { TONE_PARAMS } from '../tone/params.ts';
import type { Feed, Ink, Job, Pass, Picture, Screen, Separation, Sheet, Stock, Tone } from './types.ts';

/** A stock of which only the colour is known. */
export const plainStock = (name: string, colour: string): Stock => ({
  name,
  colour,
  measured: null,
  texture: 'none',
  spread: 1,
  overprints: [],
});

/** A transparent ink of which only the colour is known. */
export const plainInk = (name: string, colour: string): Ink => ({
  name,
  colour,
  measured: null,
  strength: 1,
  opacity: 0,
  meets: 'overprint',
  press: normalsOf(PRESS_PARAMS),
});

export const createSeparation = (id: string, name: string): Separation => ({
  id,
  name,
  settings: normalsOf(SEPARATION_PARAMS),
});

export const DEFAULT_SHEET: Sheet = {
  width: 210,
  height: 148,
  bleed: 0,
  ppi: 300,
  stock: plainStock('Cream', '#f5ecd7'),
};

export const DEFAULT_FEED: Feed = {
  picture: null,
  part: 'lightness',
  fit: 'fill',
  x: 0,
  y: 0,
  width: 100,
  turn: 0,
  separation: null,
  pick: null,
};

export const DEFAULT_TONE: Tone = { ...normalsOf(TONE_PARAMS), paint: [] };

export const DEFAULT_SCREEN: Screen = {
  ...normalsOf(SHARED_PARAMS),
  family: 'dots',
  frequency: { value: 30, per: 'lpi' },
  dots: normalsOf(DOT_PARAMS),
  lines: normalsOf(LINE_PARAMS),
  grain: normalsOf(GRAIN_PARAMS),
  tile: normalsOf(TILE_PARAMS),
};

export const DEFAULT_INK: Ink = plainInk('Black', '#1e1b18');

/** Inks that new passes take in turn. Invented names and colours of our own. */
export const STARTER_INKS: readonly Ink[] = [
  DEFAULT_INK,
  plainInk('Harbour blue', '#1d3f72'),
  plainInk('Kite red', '#e5482d'),
  plainInk('Lamp yellow', '#f2b632'),
  plainInk('Sea glass', '#2f8f83'),
  plainInk('Heather', '#8a4f9e'),
];

/** Angles that new passes take in turn, far apart (30° steps, common practice). */
const STARTER_ANGLES = [45, 75, 15, 0, 60, 30];

export function createPass(id: string, index: number, picture: string | null): Pass {
  const ink = STARTER_INKS[index % STARTER_INKS.length]!;
  return {
    id,
    name: ink.name,
    on: true,
    feed: { ...DEFAULT_FEED, picture },
    tone: DEFAULT_TONE,
    screen: { ...DEFAULT_SCREEN, angle: STARTER_ANGLES[index % STARTER_ANGLES.length]! },
    ink,
  };
}

export function createJob(title: string, passId: string): Job {
  return {
    format: 'chromatype-job',
    version: 4,
    title,
    sheet: DEFAULT_SHEET,
    pictures: [],
    passes: [createPass(passId, 0, null)],
    separations: [],
    plates: normalsOf(PLATE_PARAMS),
    strips: [],
  };
}

/** A sheet with its bleed, in mm. */
export const sheetSize = (sheet: Pick<Sheet, 'width' | 'height' | 'bleed'>): { width: number; height: number } => ({
  width: sheet.width + 2 * sheet.bleed,
  height: sheet.height + 2 * sheet.bleed,
});

/** Whole pixels of a sheet with its bleed at its ppi. */
export function sheetPixels(sheet: Pick<Sheet, 'width' | 'height' | 'bleed' | 'ppi'>): {
  width: number;
  height: number;
} {
  const { width, height } = sheetSize(sheet);
  return {
    width: Math.max(1, Math.round((width / 25.4) * sheet.ppi)),
    height: Math.max(1, Math.round((height / 25.4) * sheet.ppi)),
  };
}

/** The picture a feed takes, or undefined. */
export const pictureOf = (job: Job, feed: Feed): Picture | undefined => job.pictures.find((p) => p.id === feed.picture);

/** An imported picture as it comes in. */
export const filePicture = (file: Omit<Picture, 'made' | 'edit' | 'hash'> & { readonly hash: string }): Picture => ({
  ...file,
  made: null,
  edit: NO_EDIT,
});

/** Where the pixels of a job's imported pictures are found. */
export const fileHashes = (pictures: readonly Picture[]): string[] => pictures.flatMap((p) => p.hash ?? []);
