import { share } from '../../settings/params.ts';
import { toneStep } from './step.ts';

/** Light and dark end of the picture: what is lighter prints nothing, what is darker prints solid. */
export const ends = toneStep({
  params: {
    lights: share('Highlights', 'Highlights of the picture that are lighter than this print nothing.', 0, 0, 0.95),
    darks: share('Shadows', 'Shadows of the picture that are darker than this print solid.', 1, 0.05, 1),
  },
  make({ lights, darks }) {
    if (lights === 0 && darks === 1) return null;
    return (x) => Math.min(1, Math.max(0, (x - lights) / (darks - lights)));
  },
});
