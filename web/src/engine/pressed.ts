import {
  type Area,
  type Bitmap,
  isBitmap,
  isPressed,
  type Job,
  oneBit,
  type Pass,
  type Plate,
  planPass,
  pressedPlate,
  type PrintEnv,
  type Sheet,
  textureOf,
  MM_PER_INCH,
} from '@chromatype/core';

/** Whether a pass looks other on the press than its plate. */
export const changesOnPress = (pass: Pass): boolean => oneBit(pass) && isPressed(pass.ink.press);

/** A pass's print over an area as it may come off the press; `whole` is its plate when that was made as a whole. */
export function platePressed(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  area: Area,
  draft: boolean,
  whole: ((area: Area) => Plate) | null,
): Bitmap {
  const { gain } = pass.ink.press;
  const plan = whole && gain === 0 ? null : planPass(env, job, pass, { draft, piecemeal: true, gain });
  try {
    return pressedPlate(
      {
        job,
        pass,
        plateOver(part) {
          const plate = plan ? plan.plate.read(part) : whole!(part);
          if (!isBitmap(plate)) throw new Error('Plates of one bit alone are pressed.');
          return plate;
        },
      },
      area,
    );
  } finally {
    plan?.release();
  }
}

/** What part of a byte's encoded value a share of light is, nearly. */
const encodedShare = (light: number): number => light ** (1 / 2.2);

/** Gives pixels the texture of the stock. Pixel (x, y) lies at (x + originX) / scale sheet pixels. */
export function layTexture(
  rgba: Uint8ClampedArray | Uint8Array,
  sheet: Sheet,
  at: { readonly width: number; readonly originX: number; readonly originY: number; readonly scale: number },
): void {
  const texture = textureOf(sheet.stock);
  if (!texture) return;
  const mm = MM_PER_INCH / (sheet.ppi * at.scale);
  for (let k = 0; 4 * k < rgba.length; k++) {
    const x = (at.originX + (k % at.width)) * mm;
    const y = (at.originY + Math.floor(k / at.width)) * mm;
    const share = encodedShare(texture(x, y));
    for (let c = 0; c < 3; c++) rgba[4 * k + c] = Math.min(255, rgba[4 * k + c]! * share);
  }
}
