import type { Pass, StoneSettings } from '@chromatype/core';
import type { Edit } from '../document/edits.ts';
import { setStones } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';

/** Changes chosen stones region by region, as one step for undo. */
export function editPicks(
  pass: Pass,
  { stones, fills }: Pick<SheetStones, 'stones' | 'fills'>,
  picks: Iterable<number>,
  change: (own: StoneSettings, picks: readonly number[], region: number) => StoneSettings,
): void {
  const byRegion = new Map<number, number[]>();
  for (const k of picks) {
    const held = byRegion.get(stones.region[k]!);
    if (held) held.push(k);
    else byRegion.set(stones.region[k]!, [k]);
  }
  const edits = [...byRegion].flatMap(([region, list]): Edit[] => {
    const fill = pass.fills.find((f) => f.id === fills[region]);
    return fill ? [setStones(fill.id, change(fill.screen.stones, list, region))] : [];
  });
  if (edits.length > 0) edit((job) => edits.reduce((doc, step) => step(doc), job));
}
