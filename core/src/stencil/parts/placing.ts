import { FEED_PARAMS } from '../../picture/feed-params.ts';
import type { Params, SettingsOf } from '../../settings/params.ts';

const { fit, x, y, width, turn } = FEED_PARAMS;

/** Which picture a part reads, and where it lies on the sheet. */
export const PLACING_PARAMS = {
  picture: { kind: 'picture', label: 'Picture', about: 'The picture that is looked at.', normal: null },
  fit,
  x,
  y,
  width,
  turn,
} as const satisfies Params;

export type PlacingSettings = SettingsOf<typeof PLACING_PARAMS>;
