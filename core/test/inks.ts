import type { LinearRgb, PrintedInk } from '../src/index.ts';

/** A transparent ink: `colour` is how it prints on white at full strength. */
export const transparentInk = (colour: LinearRgb, strength = 1): PrintedInk => ({
  through: [1 - strength * (1 - colour[0]), 1 - strength * (1 - colour[1]), 1 - strength * (1 - colour[2])],
  adds: [0, 0, 0],
});
