import { crc32, deflateRawSync, deflateSync, gzipSync } from 'node:zlib';

/** Files that are small and made to keep a server busy: nothing in them is worth an answer. */

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="400" height="400">';

/** Groups that use the group before ten times each: 10^levels rectangles. */
export function nestedUse(levels: number): Buffer {
  const groups = Array.from(
    { length: levels },
    (_, k) => `<g id="a${k + 1}">${`<use xlink:href="#a${k}" x="1"/>`.repeat(10)}</g>`,
  );
  return Buffer.from(
    `${SVG}<defs><rect id="a0" width="9" height="9" opacity=".5"/>${groups.join('')}</defs><use xlink:href="#a${levels}"/></svg>`,
  );
}

/** Noise of very many octaves over the whole drawing, several times. */
export function turbulence(times: number): Buffer {
  const filters = Array.from(
    { length: times },
    (_, k) =>
      `<filter id="f${k}"><feTurbulence baseFrequency="0.9" numOctaves="255" seed="${k}"/></filter><rect width="400" height="400" filter="url(#f${k})"/>`,
  );
  return Buffer.from(`${SVG}${filters.join('')}</svg>`);
}

/** No bomb, but a square with the shadow that drawing programs make: a filter over the whole sheet. */
export const softShadow = (): Buffer =>
  Buffer.from(
    `${SVG}<filter id="f" x="-20%" y="-20%" width="140%" height="140%"><feGaussianBlur in="SourceAlpha" stdDeviation="4"/><feOffset dx="4" dy="4" result="o"/><feFlood flood-opacity=".5"/><feComposite in2="o" operator="in"/><feMerge><feMergeNode/><feMergeNode in="SourceGraphic"/></feMerge></filter><rect x="50" y="50" width="300" height="300" fill="#c43" filter="url(#f)"/></svg>`,
  );

/** Texts that took the patterns of an earlier version cubic time. */
export const patterns = (length: number): readonly Buffer[] => [
  Buffer.from(`<svg><!--url(${' '.repeat(length)}`),
  Buffer.from(`${SVG}<style>${'url('.repeat(length / 4)}</style></svg>`),
  Buffer.from(`<svg>${'<!DOCTYPE'.repeat(length / 9)}`),
];

/** A gzip of spaces and nothing else. */
export const gzipBomb = (megabytes: number): Buffer => gzipSync(Buffer.alloc(megabytes * 1e6, 0x20), { level: 9 });

const chunk = (type: string, data: Uint8Array): Buffer => {
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length);
  out.write(type, 4, 'latin1');
  out.set(data, 8);
  out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
  return out;
};

/** A square PNG of one channel of noise-like greys that repeat, which packs well. */
export function greyPng(side: number): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 0, 0, 0, 0], 8);
  const row = Buffer.from(Array.from({ length: side + 1 }, (_, k) => (k === 0 ? 0 : (k * 37) & 255)));
  const rows = Buffer.concat(Array.from({ length: side }, () => row));
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows, { level: 1 })),
    chunk('IEND', new Uint8Array()),
  ]);
}

interface Member {
  readonly name: string;
  readonly bytes: Uint8Array;
}

function header(signature: number, size: number, member: Member, packed: Uint8Array, at: number): Buffer {
  const central = size === 46;
  const out = Buffer.alloc(size);
  out.writeUInt32LE(signature);
  const shift = central ? 2 : 0;
  out.writeUInt16LE(20, 4);
  out.writeUInt16LE(20, 4 + shift);
  out.writeUInt16LE(8, 8 + shift);
  out.writeUInt32LE(crc32(member.bytes), 14 + shift);
  out.writeUInt32LE(packed.length, 18 + shift);
  out.writeUInt32LE(member.bytes.length, 22 + shift);
  out.writeUInt16LE(member.name.length, 26 + shift);
  if (central) out.writeUInt32LE(at, 42);
  return Buffer.concat([out, Buffer.from(member.name, 'latin1')]);
}

/** The end of an archive: its list and what says where that is. */
function closed(locals: Buffer, list: Buffer, count: number): Buffer {
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50);
  end.writeUInt16LE(count, 8);
  end.writeUInt16LE(count, 10);
  end.writeUInt32LE(list.length, 12);
  end.writeUInt32LE(locals.length, 16);
  return Buffer.concat([locals, list, end]);
}

/** A ZIP archive of deflated members (APPNOTE.TXT 6.3.10, 4.3). */
export function zipOf(members: readonly Member[]): Buffer {
  const locals: Buffer[] = [];
  const list: Buffer[] = [];
  let at = 0;
  for (const member of members) {
    const packed = deflateRawSync(member.bytes, { level: 1 });
    const local = Buffer.concat([header(0x04034b50, 30, member, packed, 0), packed]);
    list.push(header(0x02014b50, 46, member, packed, at));
    locals.push(local);
    at += local.length;
  }
  return closed(Buffer.concat(locals), Buffer.concat(list), members.length);
}

/** A ZIP archive whose list names one and the same member many times. */
export function overlappingZip(member: Member, times: number): Buffer {
  const packed = deflateRawSync(member.bytes, { level: 9 });
  const local = Buffer.concat([header(0x04034b50, 30, member, packed, 0), packed]);
  const list = Array.from({ length: times }, (_, k) =>
    // Names of one length, so that each fits the local header.
    header(0x02014b50, 46, { ...member, name: `${k + 10}${member.name.slice(2)}` }, packed, 0),
  );
  return closed(local, Buffer.concat(list), times);
}

/** A JSON document of groups that lie in each other. */
export const nestedJson = (levels: number): string => `{"document":${'{"a":'.repeat(levels)}1${'}'.repeat(levels)}}`;
