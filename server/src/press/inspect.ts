import { byteOfLight, decodeSrgb, MM_PER_INCH } from '@chromatype/core';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { cut } from '@chromatype/core';
import { diskFullOf } from '../errors/disk-full.ts';
import { statedPpi } from '../pictures/reading/resolution.ts';
import { type Archive, ArchiveError, withArchive } from '../archives/archive.ts';

/** One thing that the shop looked at. */
export interface PressCheck {
  readonly name: 'files' | 'resolution' | 'size' | 'registration' | 'names' | 'total ink';
  readonly ok: boolean;
  /** One plain sentence. */
  readonly said: string;
}

export interface PressReport {
  readonly accepted: boolean;
  readonly checks: readonly PressCheck[];
  /** File with a PNG of what these plates would print, from the plates and the ticket alone. */
  readonly proof: string | null;
}

/** What this shop takes. */
const LEAST_PPI = 150;
const MOST_INK = 3.6;
/** Width in pixels of the proof; ink is added up over squares of so many of them, in which dots are even. */
const SMALL = 900;
const SQUARE = 7;
/** Register crosses are looked for within so many mm of the middle of the upper edge. */
const LOOK_ACROSS = 6;
const LOOK_DOWN = 50;

interface ShopPlate {
  readonly file: string;
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
  /** Where it was unpacked to. */
  readonly path: string;
}

/** One plate after the other: each may be very large. */
async function eachInTurn<T>(plates: readonly ShopPlate[], work: (plate: ShopPlate) => Promise<T>): Promise<T[]> {
  const made: T[] = [];
  for (const plate of plates) made.push(await ofPlate(plate.file, () => work(plate)));
  return made;
}

/** A plate that cannot be read. */
class PlateUnreadable extends Error {
  constructor(file: string) {
    super(`The plate ${cut(file)} cannot be read; it is damaged or no TIFF.`);
  }
}

/** Reads something of a plate. @throws PlateUnreadable @throws the error of a full disk */
async function ofPlate<T>(file: string, read: () => Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (error) {
    throw diskFullOf(error) ?? new PlateUnreadable(file);
  }
}

async function openPlate(file: string, path: string): Promise<ShopPlate> {
  const metadata = await sharp(path, { limitInputPixels: false }).metadata();
  const { width, height } = metadata;
  return { file, path, width, height, ppi: statedPpi(await readFile(path), metadata) ?? 0 };
}

/** Middle of the register cross in the upper margin, in pixels: the row and the column with the most ink. */
async function crossOf({ path, width, height, ppi }: ShopPlate): Promise<readonly [number, number] | null> {
  const across = Math.min(width, Math.round((LOOK_ACROSS / MM_PER_INCH) * ppi));
  const down = Math.min(height, Math.round((LOOK_DOWN / MM_PER_INCH) * ppi));
  const left = Math.floor((width - across) / 2);
  const { data, info } = await sharp(path, { limitInputPixels: false })
    .extract({ left, top: 0, width: across, height: down })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const dark = (x: number, y: number) => data[(y * across + x) * info.channels]! < 128;
  // A cross has a row of ink across nearly all of it, the first from above.
  const half = Math.round((1.5 / MM_PER_INCH) * ppi);
  for (let y = half; y < down - half; y++) {
    let run = 0;
    for (let x = 0; x < across; x++) run += dark(x, y) ? 1 : 0;
    if (run < 0.5 * across) continue;
    for (let x = half; x < across - half; x++) {
      let tall = 0;
      for (let dy = -half; dy <= half; dy++) tall += dark(x, y + dy) ? 1 : 0;
      if (tall > 1.9 * half) return [left + x, y];
    }
  }
  return null;
}

/** Share of ink in squares of a plate, `SMALL` across. */
async function smallInk({
  path,
  width,
  height,
}: ShopPlate): Promise<{ data: Uint8Array; width: number; height: number }> {
  const w = Math.min(SMALL, width);
  const h = Math.max(1, Math.round((height * w) / width));
  const { data, info } = await sharp(path, { limitInputPixels: false })
    .toColourspace('b-w')
    .resize(w, h, { fit: 'fill', kernel: 'mitchell' })
    .raw()
    .toBuffer({ resolveWithObject: true });
  const ink = new Uint8Array(w * h);
  for (let k = 0; k < ink.length; k++) ink[k] = 255 - data[k * info.channels]!;
  return { data: ink, width: w, height: h };
}

type SmallInk = Awaited<ReturnType<typeof smallInk>>;

/** The most ink in any square, all plates together: 1 is one ink in full. */
function mostInk(plates: readonly SmallInk[]): number {
  const { width, height } = plates[0]!;
  let most = 0;
  for (let y = 0; y + SQUARE <= height; y += SQUARE) {
    for (let x = 0; x + SQUARE <= width; x += SQUARE) {
      let sum = 0;
      for (const { data } of plates) {
        for (let k = 0; k < SQUARE * SQUARE; k++) sum += data[(y + Math.floor(k / SQUARE)) * width + x + (k % SQUARE)]!;
      }
      most = Math.max(most, sum / (255 * SQUARE * SQUARE));
    }
  }
  return most;
}

interface Ticket {
  readonly stock: string;
  /** Colours by file. */
  readonly inks: ReadonlyMap<string, string>;
}

function readTicket(text: string): Ticket {
  const inks = new Map<string, string>();
  let colour = '';
  for (const line of text.split('\n')) {
    colour = /^ {3}ink .*(#[0-9a-f]{6})/.exec(line)?.[1] ?? colour;
    const file = /^ {3}file +(\S+)/.exec(line)?.[1];
    if (file) inks.set(file, colour);
  }
  return { stock: /^Stock .*(#[0-9a-f]{6})/m.exec(text)?.[1] ?? '#ffffff', inks };
}

const rgbOf = (hex: string): number[] =>
  [1, 3, 5].map((k) => decodeSrgb(Number.parseInt(hex.slice(k, k + 2), 16) / 255));

async function writeProof(
  file: string,
  plates: readonly ShopPlate[],
  small: readonly SmallInk[],
  ticket: Ticket,
): Promise<string> {
  const { width, height } = small[0]!;
  const out = Buffer.alloc(width * height * 3);
  const stock = rgbOf(ticket.stock);
  const inks = plates.map((p) => rgbOf(ticket.inks.get(p.file) ?? '#000000'));
  for (let k = 0; k < width * height; k++) {
    for (let c = 0; c < 3; c++) {
      let light = stock[c]!;
      small.forEach((plate, p) => {
        light *= 1 - (plate.data[k]! / 255) * (1 - inks[p]![c]!);
      });
      out[3 * k + c] = byteOfLight(light);
    }
  }
  await sharp(out, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(file);
  return file;
}

const check = (name: PressCheck['name'], ok: boolean, said: string): PressCheck => ({ name, ok, said });

const sentBack = (said: string): PressReport => ({
  accepted: false,
  checks: [check('files', false, said)],
  proof: null,
});

const TICKET = 'ticket.txt';
const isPlate = (name: string): boolean => /\.tiff?$/i.test(name);
const MOST_PLATES = 64;
const MOST_TICKET_BYTES = 1e6;

/** Unpacks the plates and the ticket; a string says why not. */
async function unpacked(
  { members, unpack }: Archive,
  folder: string,
): Promise<{ plates: ShopPlate[]; text: string } | string> {
  const names = [...members.keys()].filter(isPlate).sort();
  const ticket = members.get(TICKET);
  if (names.length === 0) return 'There is no plate (.tif) in the archive.';
  if (names.length > MOST_PLATES)
    return `There are ${names.length} plates in the archive; at most ${MOST_PLATES} are printed.`;
  if (!ticket) return 'The ticket (ticket.txt) is missing.';
  if (ticket.uncompressedSize > MOST_TICKET_BYTES) return 'The ticket (ticket.txt) is larger than 1 MB.';
  await mkdir(folder, { recursive: true });
  await unpack(TICKET, join(folder, TICKET));
  const plates: ShopPlate[] = [];
  for (const [k, name] of names.entries()) {
    // The name in the archive is never a path of this machine.
    const path = join(folder, `${k}.tif`);
    await unpack(name, path);
    plates.push(await ofPlate(name, () => openPlate(name, path)));
  }
  return { plates, text: await readFile(join(folder, TICKET), 'utf8') };
}

/**
 * Looks at an archive of plates as a print shop would, and makes a proof of them. Plates are unpacked one by one into
 * `folder`, where the proof is left.
 */
export async function inspectPackage({ file, folder }: { file: string; folder: string }): Promise<PressReport> {
  try {
    return await withArchive(
      file,
      // Only what a press looks at is unpacked.
      (name) => isPlate(name) || name === TICKET,
      async (archive) => {
        const got = await unpacked(archive, folder);
        return typeof got === 'string' ? sentBack(got) : inspectPlates(got.plates, got.text, folder);
      },
    );
  } catch (error) {
    if (error instanceof ArchiveError || error instanceof PlateUnreadable) return sentBack(error.message);
    throw error;
  }
}

async function inspectPlates(plates: readonly ShopPlate[], text: string, folder: string): Promise<PressReport> {
  const ticket = readTicket(text);
  const [first] = plates as readonly [ShopPlate];
  const alike = plates.every((p) => p.width === first.width && p.height === first.height);
  const ppis = [...new Set(plates.map((p) => Math.round(p.ppi)))];
  const crosses = await eachInTurn(plates, crossOf);
  const found = crosses.filter((c) => c !== null);
  const registered =
    found.length === plates.length && found.every(([x, y]) => x === found[0]![0] && y === found[0]![1]);
  const unnamed = plates.filter((p) => !ticket.inks.has(p.file)).map((p) => p.file);
  const small = alike ? await eachInTurn(plates, smallInk) : null;
  const most = small ? mostInk(small) : 0;
  const checks = [
    check('files', true, `${plates.length} plates and a ticket.`),
    check(
      'resolution',
      ppis.length === 1 && ppis[0]! >= LEAST_PPI,
      ppis.length === 1
        ? `${ppis[0]} ppi${ppis[0]! >= LEAST_PPI ? '' : `; this press needs ${LEAST_PPI} or more`}.`
        : `The plates differ: ${ppis.join(', ')} ppi.`,
    ),
    check('size', alike, alike ? `All ${first.width} × ${first.height} pixels.` : 'The plates are not of one size.'),
    check(
      'registration',
      registered,
      registered
        ? 'The register crosses of all plates stand on the same pixel.'
        : found.length < plates.length
          ? `${plates.length - found.length} of ${plates.length} plates have no register cross in the upper margin.`
          : 'The register crosses of the plates do not meet.',
    ),
    check(
      'names',
      unnamed.length === 0,
      unnamed.length === 0 ? 'Every plate is named on the ticket.' : `Not on the ticket: ${unnamed.join(', ')}.`,
    ),
    ...(small
      ? [
          check(
            'total ink',
            most <= MOST_INK,
            `At most ${Math.round(most * 100)} %${most <= MOST_INK ? '' : `; this press dries ${MOST_INK * 100} %`}.`,
          ),
        ]
      : []),
  ];
  const proof = small ? await writeProof(join(folder, 'proof.png'), plates, small, ticket) : null;
  return { accepted: checks.every((c) => c.ok), checks, proof };
}
