/** The chunks of a PNG file before its pixels, by name (W3C PNG Specification, Third Edition). Empty if it is none. */
export function pngChunks(bytes: Uint8Array): ReadonlyMap<string, DataView> {
  const chunks = new Map<string, DataView>();
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.byteLength < 8 || view.getUint32(0) !== 0x89504e47) return chunks;
  for (let at = 8; at + 8 <= view.byteLength; ) {
    const length = view.getUint32(at);
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (name === 'IDAT' || at + 12 + length > view.byteLength) break;
    chunks.set(name, new DataView(bytes.buffer, bytes.byteOffset + at + 8, length));
    at += 12 + length;
  }
  return chunks;
}
