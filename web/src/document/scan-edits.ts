import type { Picture } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { type Edit, editPicture } from './edits.ts';

/** Puts the picture without its screen in the place of a scan, which is kept; nothing where the scan is not there any more. */
export const withoutScreen = (id: string, scan: string, made: StoredPicture): Edit =>
  editPicture(id, (p) => (p.hash === scan ? { ...p, scan, hash: made.hash } : p));

/** Puts a scan back as it was. */
export const withScreen = (id: string): Edit =>
  editPicture(id, ({ scan, ...p }): Picture => (scan === undefined ? p : { ...p, hash: scan }));
