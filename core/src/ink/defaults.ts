import { normalsOf } from '../settings/params.ts';
import { INK_PARAMS } from './ink-params.ts';
import { PRESS_PARAMS } from './press-params.ts';
import { STOCK_PARAMS } from './stock-params.ts';
import type { Ink, Stock } from './types.ts';

/** A stock of which only the colour is known. */
export const plainStock = (name: string, colour: string): Stock => ({
  name,
  colour,
  measured: null,
  ...normalsOf(STOCK_PARAMS),
  overprints: [],
});

/** A transparent ink of which only the colour is known. */
export const plainInk = (name: string, colour: string): Ink => ({
  name,
  colour,
  measured: null,
  ...normalsOf(INK_PARAMS),
  press: normalsOf(PRESS_PARAMS),
});

export const DEFAULT_INK: Ink = plainInk('Black', '#1e1b18');

/** Inks that new passes take in turn. Invented names and colours of our own. */
export const STARTER_INKS: readonly Ink[] = [
  DEFAULT_INK,
  plainInk('Harbour blue', '#1d3f72'),
  plainInk('Kite red', '#e5482d'),
  plainInk('Lamp yellow', '#f2b632'),
  plainInk('Sea glass', '#2f8f83'),
  plainInk('Heather', '#8a4f9e'),
];
