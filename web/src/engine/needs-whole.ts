import { goesDownwards, type Pass } from '@chromatype/core';

/** Whether a pass's plate is only to be had from the top of the sheet downwards. */
export const needsWhole = ({ screen }: Pass): boolean =>
  screen.family === 'grain' && goesDownwards(screen.grain.method);
