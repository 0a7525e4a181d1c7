/** Whether a WebP says that it moves, also when it is cut short (RFC 9649, 2.7). */
export const saysItMoves = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.subarray(0, 16))
    .toString('latin1')
    .replace(/^RIFF....WEBP/s, '') === 'VP8X' && ((bytes[20] ?? 0) & 0x02) !== 0;
