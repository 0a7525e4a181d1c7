/** Kinds of blocks (GIF89a, CompuServe 1990). */
const IMAGE = 0x2c;
const EXTENSION = 0x21;
const TRAILER = 0x3b;

/** Bytes of a table of colours, by the flags that announce it. */
const tableBytes = (flags: number): number => (flags & 0x80 ? 3 * (2 << (flags & 7)) : 0);

/**
 * Whether all blocks of a GIF are there: one that was cut in the middle of a frame is not whole. A missing trailer alone
 * does no harm.
 */
export function isWholeGif(bytes: Uint8Array): boolean {
  let at = 13 + tableBytes(bytes[10] ?? 0);
  /** Skips sub-blocks up to their end; false where the file ends first. */
  const skip = (): boolean => {
    while (at < bytes.length) {
      const size = bytes[at]!;
      at += 1 + size;
      if (size === 0) return at <= bytes.length;
    }
    return false;
  };
  while (at < bytes.length && bytes[at] !== TRAILER) {
    const kind = bytes[at];
    if (kind === EXTENSION) at += 2;
    else if (kind === IMAGE && at + 10 < bytes.length) at += 11 + tableBytes(bytes[at + 9]!);
    else return false;
    if (!skip()) return false;
  }
  return true;
}
