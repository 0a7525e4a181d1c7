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
