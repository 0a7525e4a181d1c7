import type { Mark } from './mark.ts';
import type { Marker } from './marker.ts';
import type { MarkInputs } from './place.ts';

/** The marks of a fill, as its tones make them. */
export interface MarkSource {
  readonly inputs: MarkInputs;
  readonly marker: Marker;
  /** Whether a mark prints, as far as the edges of sheet and stencil decide it as a whole. */
  keep(mark: Mark): boolean;
}
