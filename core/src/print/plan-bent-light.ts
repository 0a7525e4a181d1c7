import type { Fill, Job } from '../document/types.ts';
import { bentLight } from '../picture/bent-light.ts';
import { motionOf } from '../picture/motion.ts';
import type { LightRows } from '../raster/area.ts';
import { type Planned, planned } from '../raster/planned.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { settingsInUse } from '../settings/params.ts';
import { BENT_PICTURE_PARAMS, type BentPictureSettings } from '../bend/picture-params.ts';
import type { PrintEnv } from './env.ts';
import type { BendPlan } from './plan-bends.ts';
import { pictureFrame } from './plan-light.ts';

/** What moves and softens the light of a fill. */
export interface LightBending {
  /** Whether anything does. */
  readonly any: boolean;
  plan(light: Planned<LightRows>): Planned<LightRows>;
}

/** Plans how the picture of a fill is bent and softened. `rough`: for a first look. */
export function planLightBending(
  env: PrintEnv,
  job: Job,
  fill: Fill,
  bends: BendPlan | null,
  rough: boolean,
): LightBending {
  const size = sheetPixels(job.sheet);
  const on = { ...size, ppi: job.sheet.ppi };
  const settings = settingsInUse(BENT_PICTURE_PARAMS, fill.bending) as BentPictureSettings;
  const moved = bends?.picture ?? null;
  const softened = motionOf(settings, on) !== null;
  if (moved === null && !softened) return { any: false, plan: (light) => light };
  const frame = pictureFrame(job, fill);
  const inputs = { moved, rough, frame, settings, on };
  return {
    any: true,
    plan: (light) =>
      planned('bent light', inputs, [light], (own, [read]) => {
        const places = bends?.ready(own.rough).picture ?? null;
        const motion = motionOf(own.settings, own.on);
        const how = { places, frame: own.frame, edges: own.settings.edges, motion, rough: own.rough };
        return bentLight(env.kernels, read.read, how);
      }),
  };
}
