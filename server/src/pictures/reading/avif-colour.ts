/** Colour description of coding-independent code points (ITU-T H.273): primaries and transfer characteristics. */
export interface CodePoints {
  readonly primaries: number;
  readonly transfer: number;
}

/** Boxes that hold the colour box of an image: ISO/IEC 23008-12. `meta` has four bytes of version before its content. */
const PATH = ['meta', 'iprp', 'ipco'] as const;

/** The code points that an AVIF file states ('nclx'); null when it states none, or has a profile instead. */
export function avifCodePoints(bytes: Uint8Array): CodePoints | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let [from, to] = [0, view.byteLength];
  for (const name of PATH) {
    const box = boxesOf(view, from, to).find((b) => b.name === name);
    if (!box) return null;
    from = box.from + (name === 'meta' ? 4 : 0);
    to = box.to;
  }
  for (const { name, from: at, to: end } of boxesOf(view, from, to)) {
    if (name !== 'colr' || end - at < 8) continue;
    if (nameAt(view, at) === 'nclx') return { primaries: view.getUint16(at + 4), transfer: view.getUint16(at + 6) };
  }
  return null;
}

const nameAt = (view: DataView, at: number): string =>
  String.fromCharCode(...[0, 1, 2, 3].map((k) => view.getUint8(at + k)));

/** The boxes of a stretch of a file and where their content lies (ISO/IEC 14496-12). */
function boxesOf(view: DataView, from: number, to: number): { name: string; from: number; to: number }[] {
  const boxes: { name: string; from: number; to: number }[] = [];
  for (let at = from; at + 8 <= to; ) {
    const short = view.getUint32(at);
    if (short === 1 && at + 16 > to) break;
    const size = short === 1 ? Number(view.getBigUint64(at + 8)) : short === 0 ? to - at : short;
    const head = short === 1 ? 16 : 8;
    if (size < head || at + size > to) break;
    boxes.push({ name: nameAt(view, at + 4), from: at + head, to: at + size });
    at += size;
  }
  return boxes;
}
