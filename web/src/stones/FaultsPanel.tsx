import {
  deleteStones,
  type Job,
  type Mend,
  moveStones,
  type Pass,
  STONE_FAULTS,
  type StoneFault,
} from '@chromatype/core';
import { Check, TriangleAlert } from 'lucide-react';
import { replaceColour } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';
import { editPicks } from './edit-picks.ts';
import { setStonesState, useStones } from './stones-store.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly laid: SheetStones;
  /** Null while they are looked for. */
  readonly faults: readonly StoneFault[] | null;
}

/** Faults of one kind that are listed; of more the number is told. */
const LISTED = 4;

/** Places of some stones, as the ones that are chosen. */
const placesOf = ({ stones }: SheetStones, all: readonly number[]) =>
  all.map((k) => ({ x: stones.x[k]!, y: stones.y[k]! }));

/** Takes a step that mends a fault. */
function mend({ job, pass, laid }: Omit<Props, 'faults'>, act: Mend): void {
  const { stones } = laid;
  if (act.does === 'delete')
    editPicks(pass, laid, act.stones, (own, list) => deleteStones(own, stones, job.stones, list));
  else if (act.does === 'move')
    editPicks(pass, laid, [act.stone], (own, list) => moveStones(own, stones, job.stones, list, act.right, act.down));
  else edit(replaceColour(pass.id, job.stones.colours[act.from]!.name, job.stones.colours[act.to]!.name));
  setStonesState({ picks: [] });
}

/** Several steps that only delete are one. */
const allDeleted = (faults: readonly StoneFault[]): number[] =>
  faults.flatMap(({ mend: { act } }) => (act.does === 'delete' ? act.stones : []));

/** What is wrong with the layout, each with a step that mends it. */
export function FaultsPanel(props: Props) {
  const { laid, faults } = props;
  const { view } = useStones();
  /** Brings a fault into the middle of what is seen, and chooses its stones. */
  function show(fault: StoneFault): void {
    setStonesState({ picks: placesOf(laid, fault.stones) });
    if (!view) return;
    const box = document.querySelector('[data-testid="stone-sheet"]')!.getBoundingClientRect();
    const scale = Math.max(view.scale, 6);
    setStonesState({ view: { scale, x: box.width / 2 - fault.x * scale, y: box.height / 2 - fault.y * scale } });
  }
  const kinds = STONE_FAULTS.map((kind) => ({ kind, all: faults?.filter((f) => f.kind === kind.name) ?? [] })).filter(
    ({ all }) => all.length > 0,
  );
  const clean = faults !== null && faults.length === 0 && laid.notes.length === 0;
  return (
    <section aria-label="Faults" className="grid gap-1" data-testid="stone-faults" data-faults={faults?.length ?? ''}>
      <h2 className="text-[14px]">Faults</h2>
      {laid.notes.map(({ region, said }) => (
        <p key={`${region} ${said}`} role="alert" className="flex gap-1.5 text-[11.5px] leading-tight text-hot-text">
          <TriangleAlert size={13} className="mt-px shrink-0" aria-hidden />
          <span>{said}</span>
        </p>
      ))}
      {faults === null && <p className="text-[11.5px] text-muted">Looking for faults …</p>}
      {clean && (
        <p className="flex items-center gap-1.5 text-[11.5px]">
          <Check size={13} aria-hidden /> No faults: gaps, edges and bridges are as asked.
        </p>
      )}
      {kinds.map(({ kind, all }) => (
        <div key={kind.name} className="grid gap-0.5 border-t border-hairline pt-1" data-fault={kind.name}>
          <p className="flex items-center justify-between gap-2" title={kind.about}>
            <span className="font-semibold">
              {kind.label} <span className="font-mono text-[10.5px] font-normal">{all.length}</span>
            </span>
            {all.length > 1 && allDeleted(all).length > 0 && (
              <button
                type="button"
                className="h-6 underline"
                onClick={() => mend(props, { does: 'delete', stones: [...new Set(allDeleted(all))] })}
              >
                {all[0]!.mend.label} of each
              </button>
            )}
          </p>
          {all.slice(0, LISTED).map((fault) => (
            <div
              key={`${fault.x} ${fault.y}`}
              className="flex items-start justify-between gap-2 text-[11.5px] leading-tight"
            >
              <button type="button" className="min-h-6 text-left hover:underline" onClick={() => show(fault)}>
                {fault.said}
              </button>
              <button
                type="button"
                className="min-h-6 shrink-0 border border-hairline px-1.5 hover:border-ink"
                onClick={() => mend(props, fault.mend.act)}
              >
                {fault.mend.label}
              </button>
            </div>
          ))}
        </div>
      ))}
    </section>
  );
}
