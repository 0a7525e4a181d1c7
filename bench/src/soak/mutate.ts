import type { Random } from './random.ts';

type Mutation = (bytes: Buffer, random: Random) => Buffer;

/** Where something happens, and how long it is: most damage is small. */
function place(bytes: Buffer, random: Random): { at: number; length: number } {
  const at = random.below(bytes.length);
  return { at, length: Math.min(bytes.length - at, 1 + random.below(random.next() < 0.8 ? 8 : bytes.length)) };
}

/** Ways in which a file gets damaged. */
const MUTATIONS: readonly Mutation[] = [
  // Some bytes become others.
  (bytes, random) => {
    const out = Buffer.from(bytes);
    for (let k = 1 + random.below(12); k > 0; k--) out[random.below(out.length)] = random.below(256);
    return out;
  },
  // One bit flips.
  (bytes, random) => {
    const out = Buffer.from(bytes);
    out[random.below(out.length)]! ^= 1 << random.below(8);
    return out;
  },
  // The end is missing.
  (bytes, random) => Buffer.from(bytes.subarray(0, random.below(bytes.length))),
  // A piece is missing.
  (bytes, random) => {
    const { at, length } = place(bytes, random);
    return Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + length)]);
  },
  // A piece stands there twice.
  (bytes, random) => {
    const { at, length } = place(bytes, random);
    return Buffer.concat([bytes.subarray(0, at + length), bytes.subarray(at)]);
  },
  // A piece is filled with one value: sizes and offsets become as small or as large as they can be.
  (bytes, random) => {
    const { at, length } = place(bytes, random);
    return Buffer.from(bytes).fill(random.of([0, 0xff, 0x7f, 0x80]), at, at + length);
  },
  // A number of four bytes becomes an extreme one.
  (bytes, random) => {
    const out = Buffer.from(bytes);
    if (out.length < 4) return out;
    out.writeUInt32LE(random.of([0, 1, 0x7fffffff, 0x80000000, 0xffffffff, 0x10000]), random.below(out.length - 3));
    return out;
  },
];

/** A damaged copy of a file: some ways of damage, one after the other. */
export function mutated(bytes: Buffer, random: Random): Buffer {
  let out = bytes;
  for (let k = random.of([1, 1, 1, 2, 3]); k > 0 && out.length > 0; k--) out = random.of(MUTATIONS)(out, random);
  return out;
}

/** Values that a field of a document is not expected to have. */
const STRANGE: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1e308,
  0.5,
  '',
  'x'.repeat(300),
  '__proto__',
  '\u0000\ud800',
  [],
  {},
  [[[[]]]],
  { constructor: { prototype: 1 } },
  Number.MAX_SAFE_INTEGER,
];

/** A copy of a document in which one field is strange, missing, or of another name. */
export function mutatedDocument(document: unknown, random: Random): unknown {
  const copy = structuredClone(document);
  const holders: (Record<string, unknown> | unknown[])[] = [];
  const look = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    holders.push(value as Record<string, unknown>);
    for (const inside of Object.values(value)) look(inside);
  };
  look(copy);
  for (let k = random.of([1, 1, 2]); k > 0; k--) {
    const holder = random.of(holders.filter((h) => Object.keys(h).length > 0)) as Record<string, unknown>;
    const key = random.of(Object.keys(holder));
    const way = random.below(4);
    if (way === 0) delete holder[key];
    else if (way === 1) holder[random.of(['surprise', 'x'.repeat(500), 'toString'])] = holder[key];
    else holder[key] = random.of(STRANGE);
  }
  return copy;
}
