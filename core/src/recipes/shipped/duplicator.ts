import { BLUE, GREEN, ORANGE, PINK, RED, TEAL, VIOLET, PEACH } from './inks.ts';
import { type PassAsked, recipesOf, type SplitAsked, stockOf, withGrain } from './make.ts';

const OFFSET = stockOf('Uncoated', '#f6f1e4', 'paper', { textureAmount: 0.8 });

/** How a drum lays its ink: uneven, and never quite in register. */
const DRUM: NonNullable<PassAsked['press']> = { mottle: 0.35, dry: 0.25, starved: 0.08, shiftX: 0.25, shiftY: -0.2 };

const onDrums: NonNullable<SplitAsked['each']> = (pass, k) => ({
  ...pass,
  ink: {
    ...pass.ink,
    press: {
      ...pass.ink.press,
      mottle: 0.35,
      dry: 0.25,
      starved: 0.08,
      ...(k === 0 ? { shiftX: 0.3, shiftY: -0.2 } : {}),
      seed: k + 1,
    },
  },
});

/** Two drums of bright ink on uncoated paper. */
export const DUPLICATOR = recipesOf('Duplicator, two inks', [
  {
    id: 'duplicator-red-and-blue',
    name: 'Red and blue',
    note: 'The picture split into a warm red and a dark blue, in fine grain.',
    tags: ['two inks', 'grain'],
    stock: OFFSET,
    split: {
      inks: [RED, BLUE],
      screen: { grain: { method: 'blue-noise', size: 0.17, sizeIn: 'mm' } },
      tone: { contrast: 0.08 },
      // Two masks of one kind would lie on each other grain by grain.
      each: (pass, k) => onDrums(k === 0 ? pass : withGrain(pass, { method: 'stucki' }), k),
    },
  },
  {
    id: 'duplicator-pink-and-teal',
    name: 'Pink and sea glass',
    note: 'Pink and green-blue dots at 45 lpi that make a soft grey where they meet.',
    tags: ['two inks', 'round dots'],
    stock: OFFSET,
    split: {
      inks: [PINK, TEAL],
      screen: { dots: { shape: 'Round' }, lpi: 45, smallest: 0.03, solidFrom: 0.96 },
      tone: { contrast: 0.1, saturation: 1.2 },
      each: onDrums,
    },
  },
  {
    id: 'duplicator-peach-and-violet',
    name: 'Peach under violet',
    note: 'Peach dots for all the light, violet lines for the dark.',
    tags: ['two inks', 'lines'],
    stock: OFFSET,
    under: [
      {
        ink: PEACH,
        tone: { middle: 1.5, darks: 0.75, lights: 0.02 },
        screen: { dots: { shape: 'Round' }, lpi: 40, angle: 75 },
        press: DRUM,
      },
    ],
    over: [
      {
        ink: VIOLET,
        tone: { lights: 0.12, contrast: 0.2, local: 0.2 },
        screen: { lines: { kind: 'straight' }, lpi: 38, angle: 22.5, smallest: 0.06, solidFrom: 0.94 },
        press: { mottle: 0.3, dry: 0.2 },
      },
    ],
  },
  {
    id: 'duplicator-orange-and-green',
    name: 'Orange and pine',
    note: 'Two inks in grain of two sizes, coarse below and fine above.',
    tags: ['two inks', 'grain'],
    stock: OFFSET,
    under: [
      {
        ink: ORANGE,
        tone: { middle: 1.35, darks: 0.8, lights: 0.04 },
        screen: { grain: { method: 'blue-noise', size: 0.34, sizeIn: 'mm' }, seed: 4 },
        press: DRUM,
      },
    ],
    over: [
      {
        ink: GREEN,
        tone: { lights: 0.15, contrast: 0.2, local: 0.25 },
        screen: { grain: { method: 'stucki', size: 0.17, sizeIn: 'mm' } },
        press: { mottle: 0.3, dry: 0.2 },
      },
    ],
  },
]);
