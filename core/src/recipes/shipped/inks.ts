import { plainInk } from '../../ink/defaults.ts';
import { INK_SETS } from '../../ink/ink-sets.ts';
import type { Ink } from '../../ink/types.ts';
import { covering, stockOf } from './make.ts';

/** The inks of a set that ships, by its name. */
export const inksOf = (name: string) => INK_SETS.find((set) => set.name === name)!.inks;

/** Inks and stocks of our own recipes. Names and colours are invented. */
export const BLACK = plainInk('Black', '#1e1b18');
export const SOFT_BLACK = plainInk('Newspaper black', '#2b2825');
export const BLUE = plainInk('Harbour blue', '#1d3f72');
export const BRIGHT_BLUE = plainInk('Tide blue', '#2c8fc9');
export const RED = plainInk('Kite red', '#e5482d');
export const PINK = plainInk('Awning pink', '#f2689a');
export const YELLOW = plainInk('Lamp yellow', '#f6c02d');
export const TEAL = plainInk('Sea glass', '#2f8f83');
export const GREEN = plainInk('Pine green', '#2c6b4a');
export const ORANGE = plainInk('Buoy orange', '#f07a2a');
export const VIOLET = plainInk('Heather', '#6b4a9e');
export const PEACH = plainInk('Peach', '#fbb59c');
export const SEPIA = plainInk('Sepia', '#5a3a22');
export const RED_CHALK = plainInk('Red chalk', '#a5482f');
/** Artwork in its own colours: it hides what lies under it. */
export const ARTWORK: Ink = { ...plainInk('Artwork', '#1e1b18'), meets: 'normal' };
export const WHITE = covering('Base white', '#f7f5ef');

export const WHITE_STOCK = stockOf('White', '#ffffff');
export const CREAM = stockOf('Cream', '#f5ecd7', 'paper');
export const NEWSPRINT = stockOf('Newsprint', '#e4dfd3', 'newsprint', { textureAmount: 0.7, spread: 1.7 });
export const RAG = stockOf('Rag paper', '#f3ead6', 'rag');
export const NIGHT_CLOTH = stockOf('Night cloth', '#1b1f2a', 'jersey');
export const BLACK_STOCK = stockOf('Black', '#000000');
