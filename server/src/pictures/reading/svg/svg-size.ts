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

function lengthOf(text: string | undefined): number | null {
  const m = /^\+?(\d{0,12}(?:\.\d{1,12})?(?:e[+-]?\d{1,2})?)\s*([a-z]+)$/i.exec(text?.trim() ?? '');
  const unit = m && UNITS[m[2]!.toLowerCase()];
  const value = m && unit ? Number(m[1]) * unit : 0;
  return value > 0 ? value : null;
}

/** The size that the root of an SVG states in units of length; null where it states none, or only pixels. */
export function svgSize(root: Readonly<Record<string, string>>): SizeInMm | null {
  const width = lengthOf(root.width);
  const height = lengthOf(root.height);
  const box = root.viewBox
    ?.trim()
    .split(/[\s,]+/)
    .map(Number);
  const ratio = box?.length === 4 && box[2]! > 0 && box[3]! > 0 ? box[3]! / box[2]! : null;
  const across = width ?? (height && ratio ? height / ratio : null);
  const down = height ?? (width && ratio ? width * ratio : null);
  return across && down ? { width: across, height: down } : null;
}

/**
 * The lengths of a root in pixels of CSS, so that the resolution it is drawn at does not count twice: units of length
 * become numbers, all else stays.
 */
export function inPixels(root: Readonly<Record<string, string>>): Record<string, string> {
  const px = (text: string) => {
    const mm = lengthOf(text);
    return mm === null ? text : String((mm / MM_PER_INCH) * PX_PER_INCH);
  };
  const lengths = ['width', 'height'].filter((name) => root[name] !== undefined);
  return { ...root, ...Object.fromEntries(lengths.map((name) => [name, px(root[name]!)])) };
}
