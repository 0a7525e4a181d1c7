import { byteOfLight } from '../colour/srgb.ts';
import { type Lab, lightOfLab } from '../colour/lab.ts';
import { plainInk, plainStock } from './defaults.ts';
import { solidLight } from './printed-ink.ts';
import type { Ink, Stock } from './types.ts';
import { PROCESS_OVERPRINTS, PROCESS_PAPER, PROCESS_SOLIDS } from './process.ts';

/** Inks that go together, in print order, and what they are meant for. */
export interface InkSet {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly inks: readonly Ink[];
  /** A covering ink that goes under all of them. */
  readonly base: Ink | null;
  /** The stock that the set is meant for; null for any light one. */
  readonly stock: Stock | null;
}

/** Light as screens show it. */
export const hexOfLight = (light: readonly number[]): string =>
  `#${light.map((v) => byteOfLight(v).toString(16).padStart(2, '0')).join('')}`;

/** An ink of which the solid was measured on a stock. */
export function measuredInk(name: string, lab: Lab, stock: Lab): Ink {
  const ink = { ...plainInk(name, '#000000'), measured: { lab, stock } };
  return { ...ink, colour: hexOfLight(solidLight(ink)) };
}

const PROCESS_NAMES = { C: 'Cyan', M: 'Magenta', Y: 'Yellow', K: 'Black' } as const;
type Process = keyof typeof PROCESS_NAMES;

const process = (['C', 'M', 'Y', 'K'] as const).map((key) =>
  measuredInk(PROCESS_NAMES[key], PROCESS_SOLIDS[key], PROCESS_PAPER),
);

/** Paper type 1 of ISO 12647-2 with what its inks print on each other. */
export const PROCESS_STOCK: Stock = {
  ...plainStock('Coated paper', hexOfLight(lightOfLab(PROCESS_PAPER))),
  measured: PROCESS_PAPER,
  overprints: Object.entries(PROCESS_OVERPRINTS).map(([keys, lab]) => ({
    inks: [...keys].map((key) => PROCESS_NAMES[key as Process]),
    lab,
    stock: PROCESS_PAPER,
  })),
};

const lamp = (name: string, colour: string): Ink => ({ ...plainInk(name, colour), meets: 'light' });
const cover = (name: string, colour: string, opacity: number): Ink => ({ ...plainInk(name, colour), opacity });

/** Sets that ship with the application. Names and colours of the studio sets are invented. */
export const INK_SETS: readonly InkSet[] = [
  {
    name: 'process',
    label: 'Process',
    about: 'Cyan, magenta, yellow and black after ISO 12647-2, with their measured overprints.',
    inks: process,
    base: null,
    stock: PROCESS_STOCK,
  },
  {
    name: 'light',
    label: 'Light on black',
    about: 'Red, green and blue that add up on black.',
    inks: [lamp('Red light', '#ff0000'), lamp('Green light', '#00ff00'), lamp('Blue light', '#0000ff')],
    base: null,
    stock: plainStock('Black', '#000000'),
  },
  {
    name: 'harbour-two',
    label: 'Harbour, two inks',
    about: 'A dark blue and a warm red, for duplicator prints.',
    inks: [plainInk('Kite red', '#e5482d'), plainInk('Harbour blue', '#1d3f72')],
    base: null,
    stock: null,
  },
  {
    name: 'harbour-three',
    label: 'Harbour, three inks',
    about: 'Yellow, red and blue: the colours of the Kite Week poster.',
    inks: [plainInk('Lamp yellow', '#f2b632'), plainInk('Kite red', '#e5482d'), plainInk('Harbour blue', '#1d3f72')],
    base: null,
    stock: null,
  },
  {
    name: 'promenade-four',
    label: 'Promenade, four inks',
    about: 'Bright studio inks with a soft black.',
    inks: [
      plainInk('Buoy yellow', '#ffd83d'),
      plainInk('Awning pink', '#f2689a'),
      plainInk('Tide blue', '#2c8fc9'),
      plainInk('Slate', '#2b2a2c'),
    ],
    base: null,
    stock: null,
  },
  {
    name: 'night-shirt',
    label: 'Night shirt, three inks and a base',
    about: 'Opaque inks over a white base on dark cloth.',
    inks: [
      cover('Gull yellow', '#f6c945', 0.6),
      cover('Signal red', '#e2402b', 0.6),
      cover('Deep teal', '#1f7f86', 0.6),
    ],
    base: cover('Base white', '#f7f5ef', 1),
    stock: { ...plainStock('Night cloth', '#1b1f2a'), texture: 'cloth' },
  },
];
