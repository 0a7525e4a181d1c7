import { type Fill, type Pass, stoneWayOf } from '@chromatype/core';
import { ArrowDown, ArrowUp, Eye, EyeOff, Trash2 } from 'lucide-react';
import { moveFill, removeFill, removePass, setFill } from '../document/edits.ts';
import { edit } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';

interface Props {
  readonly pass: Pass;
  readonly fills: readonly Fill[];
  readonly region: string;
  readonly laid: SheetStones | null;
  choose(id: string): void;
}

/** Pieces of each region. */
function countsOf(laid: SheetStones | null): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  if (!laid) return counts;
  for (let k = 0; k < laid.stones.count; k++) {
    const id = laid.fills[laid.stones.region[k]!]!;
    counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  return counts;
}

const BUTTON = 'grid h-6 w-6 shrink-0 place-items-center hover:bg-paper-2 disabled:opacity-30';

/** The regions of the stones: they are laid from the top of the list downwards, each around those before it. */
export function RegionList({ pass, fills, region, laid, choose }: Props) {
  const counts = countsOf(laid);
  const remove = (id: string) => edit(pass.fills.length > 1 ? removeFill(pass.id, id) : removePass(pass.id));
  return (
    <ul aria-label="Regions" className="border-y border-hairline">
      {fills.map((fill, k) => (
        <li
          key={fill.id}
          className={`flex items-center gap-0.5 border-b border-hairline last:border-b-0 ${fill.id === region ? 'bg-paper-2' : ''}`}
        >
          <button
            type="button"
            aria-pressed={fill.id === region}
            onClick={() => choose(fill.id)}
            className={`grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)_auto] items-center gap-x-2 border-l-[3px] py-1 pl-1.5 text-left ${fill.id === region ? 'border-hot' : 'border-transparent'}`}
          >
            <span className="truncate font-semibold" title={fill.name} data-own>
              {fill.name || `Region ${k + 1}`}
            </span>
            <span className="font-mono text-[10.5px]">{counts.get(fill.id) ?? (fill.on ? 0 : 'off')}</span>
            <span className="truncate text-[11px] text-muted">
              {fill.screen.stones.loose ? 'Set loose' : stoneWayOf(fill.screen.stones.way).label},{' '}
              {fill.screen.stones.sizes.join(', ')}
            </span>
          </button>
          <button
            type="button"
            aria-label={fill.on ? `Hide ${fill.name}` : `Show ${fill.name}`}
            className={BUTTON}
            onClick={() => edit(setFill(fill.id, { on: !fill.on }))}
          >
            {fill.on ? <Eye size={13} aria-hidden /> : <EyeOff size={13} aria-hidden />}
          </button>
          <button
            type="button"
            aria-label={`Lay ${fill.name} earlier`}
            disabled={k === 0}
            className={BUTTON}
            onClick={() => edit(moveFill(pass.id, fill.id, -1))}
          >
            <ArrowUp size={13} aria-hidden />
          </button>
          <button
            type="button"
            aria-label={`Lay ${fill.name} later`}
            disabled={k === fills.length - 1}
            className={BUTTON}
            onClick={() => edit(moveFill(pass.id, fill.id, 1))}
          >
            <ArrowDown size={13} aria-hidden />
          </button>
          <button type="button" aria-label={`Remove ${fill.name}`} className={BUTTON} onClick={() => remove(fill.id)}>
            <Trash2 size={13} aria-hidden />
          </button>
        </li>
      ))}
    </ul>
  );
}
