import type { Palette } from './palette.ts';

const set = (name: string, ...colours: readonly (readonly [string, string])[]): Palette => ({
  name,
  colours: colours.map(([own, colour]) => ({ name: own, colour })),
});

const greys = (count: number): Palette => ({
  name: `${count} greys`,
  colours: Array.from({ length: count }, (_, k) => {
    const v = Math.round((255 * k) / (count - 1));
    return { name: `Grey ${k}`, colour: `#${v.toString(16).padStart(2, '0').repeat(3)}` };
  }),
});

/** Palettes that ship with the application: plain sets of our own, dark to light. */
export const PALETTES: readonly Palette[] = [
  set(
    'Kite Week',
    ['Ink', '#1e1b18'],
    ['Harbour', '#1d3f72'],
    ['Kite', '#e5482d'],
    ['Sand', '#f2b632'],
    ['White', '#ffffff'],
  ),
  set('Two inks', ['Blue ink', '#1d3f72'], ['Red ink', '#e5482d'], ['Paper', '#f5f1e8']),
  set(
    'Light’s corners',
    ['Black', '#000000'],
    ['Blue', '#0000ff'],
    ['Red', '#ff0000'],
    ['Magenta', '#ff00ff'],
    ['Green', '#00ff00'],
    ['Cyan', '#00ffff'],
    ['Yellow', '#ffff00'],
    ['White', '#ffffff'],
  ),
  set('Tar and chalk', ['Tar', '#26221e'], ['Slate', '#5b6067'], ['Mist', '#a9aeb0'], ['Chalk', '#f3f1ea']),
  set('Sailcloth', ['Rope', '#4a3524'], ['Rust', '#9c4a2a'], ['Canvas', '#d9b98a'], ['Foam', '#f7f0e1']),
  set(
    'Rock pool',
    ['Deep', '#10312f'],
    ['Weed', '#2f6b4f'],
    ['Shallow', '#5fa8a0'],
    ['Shell', '#e9c9b0'],
    ['Foam', '#f6f5ee'],
  ),
  set('Evening ferry', ['Night', '#1b1a3a'], ['Plum', '#5a2a5f'], ['Lamp', '#e38b3c'], ['Haze', '#f0d9b8']),
  greys(4),
  greys(8),
  greys(16),
];
