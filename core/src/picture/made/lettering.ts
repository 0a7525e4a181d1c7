import { amount, choiceOf, type SettingsOf, share } from '../../settings/params.ts';
import type { MadeKind, OutlinePicture } from './kinds.ts';

/** The settings of lettering. */
export const MADE_LETTERING = {
  text: {
    kind: 'text',
    label: 'Text',
    about: 'What is written; a new line begins a new line.',
    normal: 'Kite Week',
    longest: 2000,
  },
  font: { kind: 'text', label: 'Font', about: 'The font it is set in.', normal: '', longest: 200, hidden: true },
  size: share('Size', 'Height of the letters beside the picture height.', 0.4, 0.01, 3),
  spacing: amount('Spacing', 'Room between letters, in thousandths of the size.', 0, -300, 2000, 5),
  leading: share('Line distance', 'From line to line, in sizes.', 1.1, 0.5, 3),
  align: choiceOf('Lines', 'How lines stand under each other.', [
    { name: 'middle', label: 'Centred', about: 'In the middle.' },
    { name: 'left', label: 'Left', about: 'At the left edge.' },
    { name: 'right', label: 'Right', about: 'At the right edge.' },
  ]),
  colours: { kind: 'colours', label: 'Colour', about: 'Colour of the letters.', normal: ['#000000'], min: 1, max: 1 },
  line: share('Outline', 'Draws outlines this wide instead of filled letters, in picture heights; 0 fills.', 0, 0, 0.2),
  blur: share('Blur', 'Softens the edge by this share of the width.', 0, 0, 0.3),
  path: {
    kind: 'text',
    label: 'Outlines',
    about: 'The letters as an SVG path, 1 wide; set whenever the text or the font changes.',
    normal: '',
    longest: 2_000_000,
    hidden: true,
  },
} as const;

type Settings = SettingsOf<typeof MADE_LETTERING>;

function outline(s: Settings, aspect: number): OutlinePicture {
  return {
    path: s.path,
    matrix: [1, 0, 0, 1, 0, 0],
    colour: s.colours[0]!,
    fill: s.line === 0,
    evenOdd: false,
    line: s.line / aspect,
    blur: s.blur,
  };
}

export const lettering: MadeKind = {
  name: 'lettering',
  label: 'Lettering',
  about: 'Text in a shipped font or one of your own, kept as outlines in the job.',
  params: MADE_LETTERING,
  outline,
};
