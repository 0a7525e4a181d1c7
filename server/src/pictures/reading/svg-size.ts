import { MM_PER_INCH } from '@chromatype/core';

/** Size of a picture in mm. */
export interface SizeInMm {
  readonly width: number;
  readonly height: number;
}

/** mm of the units of length of CSS that have a size on paper (CSS Values and Units 3). */
const UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: MM_PER_INCH,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
};
const PX_PER_INCH = 96;

const attribute = (name: string): RegExp => new RegExp(`(\\s${name}\\s*=\\s*)(["'])\\s*([^"']{0,64}?)\\s*\\2`, 'i');
const WIDTH = attribute('width');
const HEIGHT = attribute('height');
const VIEW_BOX = attribute('viewBox');

function lengthOf(text: string | undefined): number | null {
  const m = /^\+?(\d*\.?\d+(?:e[+-]?\d+)?)\s*([a-z]+)$/i.exec(text ?? '');
  const unit = m && UNITS[m[2]!.toLowerCase()];
  return m && unit ? Number(m[1]) * unit : null;
}

/** Where the opening tag of the root lies. */
function rootOf(text: string): { from: number; to: number } | null {
  const from = text.search(/<(?:[a-z]+:)?svg[\s>]/i);
  const to = from < 0 ? -1 : text.indexOf('>', from);
  return to < 0 ? null : { from, to };
}

/**
 * The size that an SVG states in units of length, and the same document sized in pixels, so that the resolution it is
 * drawn at does not count twice. Size is null where none or only pixels are stated.
 */
export function svgSize(bytes: Uint8Array): { readonly size: SizeInMm | null; readonly inPixels: Uint8Array } {
  const text = Buffer.from(bytes).toString('utf8');
  const root = rootOf(text);
  const tag = root ? text.slice(root.from, root.to) : '';
  const [width, height] = [WIDTH, HEIGHT].map((one) => lengthOf(one.exec(tag)?.[3]));
  const box = VIEW_BOX.exec(tag)?.[3]
    ?.split(/[\s,]+/)
    .map(Number);
  const ratio = box?.length === 4 && box[2]! > 0 && box[3]! > 0 ? box[3]! / box[2]! : null;
  const across = width ?? (height && ratio ? height / ratio : null);
  const down = height ?? (width && ratio ? width * ratio : null);
  if (!root || !across || !down) return { size: null, inPixels: bytes };
  const px = (mm: number) => `$1$2${(mm / MM_PER_INCH) * PX_PER_INCH}$2`;
  const sized = tag.replace(WIDTH, px(across)).replace(HEIGHT, px(down));
  const inPixels = Buffer.from(text.slice(0, root.from) + sized + text.slice(root.to));
  return { size: { width: across, height: down }, inPixels };
}
