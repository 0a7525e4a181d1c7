import type { Lab } from '../colour/lab.ts';

/** Names of hues by their angle in L*a*b*, in degrees. */
const HUES: readonly (readonly [number, string])[] = [
  [20, 'Pink'],
  [50, 'Red'],
  [75, 'Orange'],
  [105, 'Yellow'],
  [165, 'Green'],
  [215, 'Teal'],
  [305, 'Blue'],
  [340, 'Violet'],
  [360, 'Pink'],
];

/** Chroma below which an ink is grey, and lightness below which grey is black. */
const GREY = 12;
const BLACK = 35;

function nameOf([L, a, b]: Lab): string {
  const chroma = Math.hypot(a, b);
  if (chroma < GREY) return L < BLACK ? 'Black' : L > 85 ? 'White' : 'Grey';
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const name = HUES.find(([to]) => hue < to)![1];
  return L < 30 ? `Dark ${name.toLowerCase()}` : name;
}

/** Names of found inks, each once: what one would call their colours. */
export function inkNames(labs: readonly Lab[]): string[] {
  const names: string[] = [];
  for (const lab of labs) {
    const name = nameOf(lab);
    const again = names.filter((n) => n === name || n.startsWith(`${name} `)).length;
    names.push(again === 0 ? name : `${name} ${again + 1}`);
  }
  return names;
}
