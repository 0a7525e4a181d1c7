import type { StoredPicture } from '../api/pictures.ts';

/** Least resolution of a scan that is believed: programs write 72 or 96 ppi into files of which they know nothing. */
const BELIEVED = 100;

/** The resolution at which a file was scanned, as far as it states one that can be believed. */
export const scannedPpi = ({ ppi }: Pick<StoredPicture, 'ppi'>): number | null =>
  ppi != null && ppi >= BELIEVED ? ppi : null;
