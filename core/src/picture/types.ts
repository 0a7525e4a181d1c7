import { NO_EDIT, type PictureEdit } from './edit.ts';
import { normalsOf } from '../settings/params.ts';
import { FEED_PARAMS, type FeedSettings } from './feed-params.ts';
import type { Made } from './made/index.ts';

/** A picture: either imported, its pixels found under their hash, or made from settings. One of the two is null. */
export interface Picture {
  readonly id: string;
  readonly name: string;
  /** SHA-256 of the imported file, 64 hexadecimal digits. */
  readonly hash: string | null;
  readonly made: Made | null;
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
export const filePicture = (file: Omit<Picture, 'made' | 'edit' | 'hash'> & { readonly hash: string }): Picture => ({
  ...file,
  made: null,
  edit: NO_EDIT,
});

/** Hashes under which the pixels of imported pictures are found. */
export const fileHashes = (pictures: readonly Picture[]): string[] => pictures.flatMap((p) => p.hash ?? []);
