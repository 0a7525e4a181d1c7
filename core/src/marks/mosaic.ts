import type { MarkSettings } from './params.ts';
import { reliefOf } from './relief/index.ts';

/** Settings of marks that make a mosaic of pieces of a form: whole cells of one colour each, with a gap between. */
export function mosaicSettings(relief: string): Partial<MarkSettings> {
  const shape = reliefOf(relief)?.shape ?? 'polygon';
  return {
    fit: 'counts',
    shape,
    sides: 4,
    inner: 0.28,
    aspect: 0.5,
    round: shape === 'bar' ? 1 : 0,
    into: 'none',
    lattice: shape === 'bar' ? 'staggered' : 'square',
    stretch: true,
    sizing: 'width',
    from: 1,
    to: 1,
    steps: 0,
    turning: 'lattice',
    turn: 0,
    relief,
    gap: 0.04,
    ground: 'colour',
  };
}
