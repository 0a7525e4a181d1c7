import { around } from './around.ts';
import { inward } from './inward.ts';
import type { StoneWay, WaySetting } from './kind.ts';
import { packed } from './packed.ts';
import { picture } from './picture.ts';
import { rows } from './rows.ts';
import { run } from './run.ts';

/** Every way of laying stones, in the order the artist sees them. */
export const STONE_WAYS = [run, rows, inward, around, packed, picture] as const satisfies readonly StoneWay[];

export const WAY_NAMES: readonly string[] = STONE_WAYS.map((w) => w.name);

/** @throws RangeError when there is no such way */
export function stoneWayOf(name: string): StoneWay {
  const way = STONE_WAYS.find((w) => w.name === name);
  if (!way) throw new RangeError(`There is no way of laying stones called ${name}.`);
  return way;
}

/** Names of the ways that use a setting. */
export const waysUsing = (setting: WaySetting): readonly string[] =>
  STONE_WAYS.filter((w: StoneWay) => w.uses.includes(setting)).map((w) => w.name);
