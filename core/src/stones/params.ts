import { amount, choiceOf, flag, type HandStone, type Params, type SettingsOf, whole } from '../settings/params.ts';
import { DEFAULT_STONES } from './table/table.ts';
import { STONE_WAYS, waysUsing } from './ways/index.ts';
import type { WaySetting } from './ways/kind.ts';

type Settings = Readonly<Record<string, unknown>>;

/** Limits a setting to the ways of laying that use it. */
const ofWay = (setting: WaySetting, also: (s: Settings) => boolean = () => true) => ({
  when: (s: Settings) => waysUsing(setting).includes(s.way as string) && also(s),
});

/** Sizes, and colours, of one region at most. */
export const MOST_OF_REGION = 12;
/** Stones of one region that are placed by hand at most. */
export const MOST_BY_HAND = 20_000;

/** The settings of one region of stones. */
export const STONE_PARAMS = {
  way: choiceOf('Laid', 'How the stones are laid.', STONE_WAYS, 'rows'),
  sizes: {
    kind: 'stone names',
    of: 'sizes',
    label: 'Sizes',
    about: 'The sizes of stones that are used: rows, rings and runs take them by turns, packing the largest first.',
    normal: [DEFAULT_STONES.sizes[1]!.name],
    min: 1,
    max: MOST_OF_REGION,
  },
  gap: amount('Gap', 'What stays free between the edges of stones, everywhere.', 0.3, 0, 50, 0.05, 'mm'),
  side: {
    ...choiceOf('Side', 'On which side of the outline a run lies.', [
      { name: 'inside', label: 'Inside', about: 'Stones touch the outline from inside.' },
      { name: 'centre', label: 'Centre', about: 'The middles of the stones lie on the outline.' },
      { name: 'outside', label: 'Outside', about: 'Stones touch the outline from outside.' },
    ]),
    ...ofWay('side'),
  },
  distance: {
    ...amount('From the outline', 'What stays free between the outline and the edges of stones.', 0, 0, 200, 0.1, 'mm'),
    ...ofWay('distance', (s) => s.way !== 'run' || s.side !== 'centre'),
  },
  runs: {
    ...whole('Runs', 'How many runs lie beside each other; each takes the next size.', 1, 1, 12),
    ...ofWay('runs'),
  },
  corner: {
    ...flag('Stone at corners', 'A stone stands on each sharp corner, and those between are spaced evenly.', false),
    ...ofWay('corner'),
  },
  rows: {
    ...choiceOf('Rows', 'How rows lie beside each other.', [
      { name: 'square', label: 'Square', about: 'Stones stand above each other.' },
      { name: 'brick', label: 'Brick', about: 'Every second row is moved by half a stone, so that rows lie closer.' },
    ]),
    ...ofWay('rows'),
  },
  angle: {
    ...amount('Angle', 'Direction of rows, or where rings begin; counter-clockwise.', 0, -360, 360, 1, '°'),
    ...ofWay('angle'),
  },
  fillMiddle: {
    ...flag('Fill the middle', 'Single stones fill what the last rows leave free.', true),
    ...ofWay('fillMiddle'),
  },
  filling: {
    ...choiceOf('Filling', 'How stones without rows are packed.', [
      {
        name: 'tight',
        label: 'Tight',
        about: 'Large stones first, each touching others, and smaller ones in the gaps.',
      },
      { name: 'scattered', label: 'Scattered', about: 'Evenly, but without any order.' },
      {
        name: 'tone',
        label: 'By tone',
        about: 'Scattered, close in the shadows of the picture and wide in its highlights.',
      },
    ]),
    ...ofWay('filling'),
  },
  spread: {
    ...amount('Spread', 'How much wider apart than they could stones are scattered.', 1.5, 1, 20, 0.1, '×'),
    ...ofWay('spread', (s) => s.filling === 'scattered'),
  },
  takes: {
    ...choiceOf('Takes', 'What stones take from the picture.', [
      { name: 'colour', label: 'Colour', about: 'Each the nearest colour of stones; all of one size.' },
      { name: 'size', label: 'Size', about: 'Each the size whose area comes nearest to the tone.' },
    ]),
    ...ofWay('takes'),
  },
  diffuse: {
    ...flag('Diffuse', 'What a colour is off by is passed on to the next stones.', false),
    ...ofWay('diffuse', (s) => s.takes === 'colour'),
  },
  leaveCloth: {
    ...flag('Leave the cloth', 'No stone where the colour of the cloth is the nearest.', true),
    ...ofWay('leaveCloth', (s) => s.takes === 'colour'),
  },
  colours: {
    kind: 'stone names',
    of: 'colours',
    label: 'Colours',
    about: 'The colours of stones that are used.',
    normal: [DEFAULT_STONES.colours[0]!.name],
    min: 1,
    max: MOST_OF_REGION,
  },
  colouring: {
    ...choiceOf('Colours by', 'Which stone has which of the colours.', [
      { name: 'turns', label: 'Turns', about: 'One after the other, by turns.' },
      { name: 'rows', label: 'Rows', about: 'Each row, ring or run has the next colour.' },
      { name: 'sizes', label: 'Sizes', about: 'Each size has a colour.' },
      { name: 'picture', label: 'Picture', about: 'The nearest colour to the picture under the stone.' },
    ]),
    when: (s: Settings) =>
      (s.colours as readonly string[]).length > 1 && !(s.way === 'picture' && s.takes === 'colour'),
  },
  loose: {
    ...flag(
      'Set loose',
      'Every stone is single and stays where it is; nothing is laid until they are laid again.',
      false,
    ),
  },
  hand: {
    kind: 'hand stones',
    label: 'Stones by hand',
    about: 'Stones that were placed, moved, recoloured or locked; the others are laid around them.',
    normal: [] as readonly HandStone[],
  },
  empty: {
    kind: 'points',
    label: 'Kept empty',
    about: 'Places where stones were deleted and none is laid, each as x, y and radius in mm.',
    normal: [] as readonly number[],
    on: 'sheet',
    each: 3,
    min: 0,
    max: MOST_BY_HAND,
  },
} as const satisfies Params;

export type StoneSettings = SettingsOf<typeof STONE_PARAMS>;

/** Whether a region reads the picture of its fill. */
export const readsPicture = (own: StoneSettings): boolean =>
  !own.loose &&
  (STONE_WAYS.some((w) => w.name === own.way && w.picture(own)) ||
    (own.colouring === 'picture' && own.colours.length > 1));
