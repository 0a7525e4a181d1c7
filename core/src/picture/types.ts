import { type Clip, fileOfFrame } from './clip.ts';
import { NO_EDIT, type PictureEdit } from './edit.ts';
import { normalsOf } from '../settings/params.ts';
import { FEED_PARAMS, type FeedSettings } from './feed-params.ts';
import type { Made } from './made/index.ts';

/** A picture: either imported, its pixels found under their hash, or made from settings. One of the two is null. */
export interface Picture {
  readonly id: string;
  readonly name: string;
  /** SHA-256 of the imported file, 64 hexadecimal digits; of a later frame of a clip followed by a dot and its number. */
  readonly hash: string | null;
  readonly made: Made | null;
  /** SHA-256 of the scanned print out of which the screen was taken: `hash` then names the picture without it. */
  readonly scan?: string;
  /** What moves it, where its file is a clip; its hash then names the frame that it shows at rest. */
  readonly clip: Clip | null;
  /** Pixels; of a made picture only the proportions count. */
  readonly width: number;
  readonly height: number;
  readonly edit: PictureEdit;
}

/** Which picture a fill takes, which part of it, and where it lies on the sheet. */
export interface Feed extends FeedSettings {
  /** Id of a picture of the job, or none. */
  readonly picture: string | null;
  /** Id of the separation that `ink` and `base` are part of. */
  readonly separation: string | null;
  /** Id of the last pass that the print so far holds; null for the one directly beneath. */
  readonly upTo: string | null;
  /** Colour in the art that a chosen ink stands for, `#rrggbb`; null if it is the ink's own. */
  readonly pick: string | null;
}

export const DEFAULT_FEED: Feed = {
  picture: null,
  separation: null,
  upTo: null,
  pick: null,
  ...normalsOf(FEED_PARAMS),
};

/** An imported picture as it comes in. */
export const filePicture = (
  file: Omit<Picture, 'made' | 'clip' | 'edit' | 'hash'> & { readonly hash: string; readonly clip?: Clip | null },
): Picture => ({
  clip: null,
  ...file,
  made: null,
  edit: NO_EDIT,
});

/** A picture that is made from settings. */
export const madePicture = (made: Omit<Picture, 'hash' | 'clip' | 'edit'> & { readonly made: Made }): Picture => ({
  ...made,
  hash: null,
  clip: null,
  edit: NO_EDIT,
});

/** Names under which the pixels of imported pictures are found. */
export const pixelNames = (pictures: readonly Picture[]): string[] => pictures.flatMap((p) => p.hash ?? []);

/** Hashes of the files that imported pictures come from, scans among them. */
export const fileHashes = (pictures: readonly Picture[]): string[] => [
  ...pixelNames(pictures).map((name) => fileOfFrame(name).hash),
  ...pictures.flatMap(({ scan }) => scan ?? []),
];
