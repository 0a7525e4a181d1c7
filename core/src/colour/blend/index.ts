import { color } from './color.ts';
import { colorBurn } from './color-burn.ts';
import { colorDodge } from './color-dodge.ts';
import { darken } from './darken.ts';
import { difference } from './difference.ts';
import { exclusion } from './exclusion.ts';
import { hardLight } from './hard-light.ts';
import { hue } from './hue.ts';
import { lighten } from './lighten.ts';
import { luminosity } from './luminosity.ts';
import type { BlendMode } from './mode.ts';
import { multiply } from './multiply.ts';
import { normal } from './normal.ts';
import { overlay } from './overlay.ts';
import { saturation } from './saturation.ts';
import { screen } from './screen.ts';
import { softLight } from './soft-light.ts';

/** The sixteen blend modes of W3C Compositing and Blending Level 1, in the order of the specification. */
export const BLEND_MODES = [
  normal,
  multiply,
  screen,
  overlay,
  darken,
  lighten,
  colorDodge,
  colorBurn,
  hardLight,
  softLight,
  difference,
  exclusion,
  hue,
  saturation,
  color,
  luminosity,
] as const;

export type BlendName = (typeof BLEND_MODES)[number]['name'];

/** A blend mode by its name; undefined if there is none. */
export const blendModeOf = (name: string): BlendMode | undefined => BLEND_MODES.find((m) => m.name === name);
