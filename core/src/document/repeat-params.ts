import { amount, flag, type Params, type SettingsOf, whole } from '../settings/params.ts';

const FAR = 3000;
const ofPart = { when: (s: Readonly<Record<string, unknown>>) => s.part === true };
const wrapped = { when: (s: Readonly<Record<string, unknown>>) => s.seam === 'wrap' || s.kind !== 'square' };

/** How a part of the sheet becomes a swatch that repeats. */
export const REPEAT_PARAMS = {
  kind: {
    kind: 'choice',
    label: 'Repeat',
    about: 'How one repeat lies beside the next.',
    normal: 'square',
    options: [
      { name: 'square', label: 'Square', about: 'Repeats lie in rows and columns.' },
      { name: 'half-drop', label: 'Half-drop', about: 'Every other column is moved down by half a repeat.' },
      { name: 'brick', label: 'Brick', about: 'Every other row is moved along by half a repeat.' },
    ],
  },
  seam: {
    kind: 'choice',
    label: 'Seams',
    about: 'How the edges of the repeat meet.',
    normal: 'wrap',
    options: [
      {
        name: 'wrap',
        label: 'Wrapped',
        about: 'One edge fades into what lies beyond the other; screens are set so that they go on across it.',
      },
      { name: 'mirror', label: 'Mirrored', about: 'The part and its mirror images make up the repeat.' },
    ],
  },
  part: flag('Only a part', 'A part of the sheet repeats instead of all of it.', false),
  x: {
    ...amount('Left', 'Left edge of what repeats, from the left edge of the trimmed sheet.', 10, -FAR, FAR, 0.5, 'mm'),
    ...ofPart,
  },
  y: {
    ...amount('Top', 'Top edge of what repeats, from the top edge of the trimmed sheet.', 10, -FAR, FAR, 0.5, 'mm'),
    ...ofPart,
  },
  width: { ...amount('Width', 'Width of what repeats.', 60, 1, FAR, 0.5, 'mm'), ...ofPart },
  height: { ...amount('Height', 'Height of what repeats.', 60, 1, FAR, 0.5, 'mm'), ...ofPart },
  fade: {
    ...amount('Fade', 'Width over which one edge fades into what lies beyond the other.', 8, 0, 500, 0.5, 'mm'),
    ...wrapped,
  },
  ppi: whole('Pixels per inch', 'Resolution of the swatch as PNG.', 300, 30, 2400),
} as const satisfies Params;

export type RepeatSettings = SettingsOf<typeof REPEAT_PARAMS>;
