import { filePicture, newPart, newStencil, type Picture, type Stencil, type StencilPart } from '@chromatype/core';
import { type NormalPicture, normalisePicture } from '../pictures/reading/normalise.ts';
import { mayBeSvg } from '../pictures/reading/svg/svg-text.ts';
import { svgOutlines } from '../pictures/reading/svg/svg-outlines.ts';
import { readInput } from './files.ts';

/** A stencil that was read from a file, and the picture that it looks at, if there is one. */
export interface StencilFile {
  readonly stencil: Stencil;
  readonly picture: Picture | null;
  readonly pixels: NormalPicture | null;
}

const ID = 'stencil';
export const STENCIL_HASH = '2'.repeat(64);

/** Outlines in mm of the sheet, one part each. A shape stands about the middle of its box, here one of a millimetre. */
const outlineParts = (bytes: Uint8Array): StencilPart[] =>
  svgOutlines(bytes).map(({ path, evenOdd }, k) =>
    newPart(`outline-${k + 1}`, 'shape', { shape: 'own', path, evenOdd, x: -0.5, y: -0.5, width: 1, height: 1 }),
  );

/** Whether a picture is clear somewhere. */
function isClear({ channels, pixels }: NormalPicture): boolean {
  if (channels === 1) return false;
  for (let k = 3; k < pixels.length; k += 4) if (pixels[k]! < 255) return true;
  return false;
}

/**
 * Reads a stencil: the outlines of an SVG in mm of the sheet, or a picture fitted to the sheet, of which what is opaque is
 * inside, and what is dark if nothing of it is clear.
 * @throws UsageError or PictureError in one sentence when the file cannot be used
 */
export async function readStencilFile(file: string): Promise<StencilFile> {
  const bytes = await readInput(file);
  if (mayBeSvg(bytes)) return { stencil: newStencil(ID, file, outlineParts(bytes)), picture: null, pixels: null };
  const pixels = await normalisePicture(bytes, file);
  const { width, height } = pixels;
  const placing = { picture: ID, fit: 'fit' };
  const part = isClear(pixels)
    ? newPart('opaque', 'alpha', placing)
    : newPart('dark', 'tone', { ...placing, from: 0.5, to: 1, soft: 0 });
  return {
    stencil: newStencil(ID, file, [part]),
    picture: filePicture({ id: ID, name: file, hash: STENCIL_HASH, width, height }),
    pixels,
  };
}
