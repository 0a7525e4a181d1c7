import { flag, type Params, share, whole } from '../settings/params.ts';

/** What is kept of a picture, as shares of its width and height from its top left. */
export const CROP_PARAMS = {
  left: share('Left edge', 'Where the kept part begins, from the left.', 0),
  top: share('Top edge', 'Where the kept part begins, from the top.', 0),
  right: share('Right edge', 'Where the kept part ends, from the left.', 1),
  bottom: share('Bottom edge', 'Where the kept part ends, from the top.', 1),
} as const satisfies Params;

/** How the kept part is turned, for all fills that take the picture. */
export const EDIT_PARAMS = {
  turns: whole('Quarter turns', 'Quarter turns counter-clockwise, after cropping.', 0, 0, 3),
  flip: flag('Mirrored', 'Left and right exchanged, before turning.', false),
} as const satisfies Params;

/** How the background of a picture is told from its subject. */
export const CUT_OUT_PARAMS = {
  tolerance: share('Tolerance', 'How far a colour may be from a picked one and still count as it.', 0.08),
  softness: share('Softness', 'Over how much further it fades.', 0.04),
  joined: flag('Joined', 'Only what hangs together with a picked spot is taken away.', true),
  keepsEdges: flag('Keep to edges', 'A stroke works only on what is like the colours under its middle.', true),
} as const satisfies Params;
