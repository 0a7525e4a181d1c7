/** Least resolution of a scan that is believed: programs write 72 or 96 ppi into files of which they know nothing. */
const BELIEVED = 100;

/** The resolution at which a file was scanned, in ppi, as far as it states one that can be believed. */
export const scannedPpi = ({ ppi }: { readonly ppi?: number | null }): number | null =>
  ppi != null && ppi >= BELIEVED ? ppi : null;
