import {
  deleteStones,
  type Job,
  layAgain,
  lockStones,
  type Pass,
  recolourStones,
  resizeStones,
  setLoose,
  type Fill,
  withoutHand,
} from '@chromatype/core';
import { setStones } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { editPicks } from './edit-picks.ts';
import { setStonesState, type StoneTool, useStones } from './stones-store.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
  readonly laid: SheetStones | null;
  readonly picks: ReadonlySet<number>;
}

const SELECT = 'h-[26px] min-w-0 border border-hairline bg-paper px-1';

/** What the hand does: chooses stones and changes them, or places new ones; above the sheet. */
export function PickBar({ job, pass, fill, laid, picks }: Props) {
  const { tool, size, colour } = useStones();
  const own = fill.screen.stones;
  const some = laid !== null && picks.size > 0;
  const { sizes, colours } = job.stones;
  const change = (how: Parameters<typeof editPicks>[3]) => laid && editPicks(pass, laid, picks, how);
  const locked =
    some &&
    [...picks].every((k) => {
      const hand = laid.stones.hand[k]!;
      const region = pass.fills.find((f) => f.id === laid.fills[laid.stones.region[k]!]);
      return hand >= 0 && region?.screen.stones.hand[hand]?.locked;
    });
  const byHand = own.hand.length > 0 || own.empty.length > 0;
  return (
    <div
      role="toolbar"
      aria-label="By hand"
      className="flex min-h-[40px] flex-wrap items-center gap-1.5 border-b border-ink bg-paper px-2 py-1"
    >
      <Choice<StoneTool>
        label="The hand"
        value={tool}
        options={[
          { value: 'choose', label: 'Choose', title: 'Click stones or draw round them; drag to move. Shift adds.' },
          {
            value: 'place',
            label: 'Place',
            title: 'Click for one stone, drag for a run of them. Alt: without snapping.',
          },
        ]}
        onChange={(next) => setStonesState({ tool: next })}
      />
      <select
        aria-label={some ? 'Size of the chosen stones' : 'Size that is placed'}
        value={some ? '' : (size ?? own.sizes[0])}
        onChange={(e) => {
          const name = e.target.value;
          if (!some) setStonesState({ size: name });
          else change((region, list) => resizeStones(region, laid.stones, job.stones, list, name));
        }}
        className={SELECT}
      >
        {some && <option value="">Size …</option>}
        {sizes.map((s) => (
          <option key={s.name}>{s.name}</option>
        ))}
      </select>
      <select
        aria-label={some ? 'Colour of the chosen stones' : 'Colour that is placed'}
        value={some ? '' : (colour ?? own.colours[0])}
        onChange={(e) => {
          const name = e.target.value;
          if (!some) setStonesState({ colour: name });
          else change((region, list) => recolourStones(region, laid.stones, job.stones, list, name));
        }}
        className={SELECT}
      >
        {some && <option value="">Colour …</option>}
        {colours.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </select>
      {some && (
        <>
          <Button
            onClick={() => change((region, list) => lockStones(region, laid.stones, job.stones, list, !locked))}
            title="Locked stones stay as they are (Ctrl L)"
          >
            {locked ? 'Unlock' : 'Lock'}
          </Button>
          <Button
            onClick={() => {
              change((region, list) => deleteStones(region, laid.stones, job.stones, list));
              setStonesState({ picks: [] });
            }}
            title="Delete the chosen stones (Delete)"
          >
            Delete
          </Button>
        </>
      )}
      <span className="text-[11px] text-muted" role="status">
        {some ? `${picks.size} chosen` : ''}
      </span>
      <span className="flex-1" />
      {own.loose ? (
        <Button onClick={() => edit(setStones(fill.id, layAgain(own)))} title="What the hand has changed stays">
          Lay again
        </Button>
      ) : (
        <Button
          disabled={!laid?.fills.includes(fill.id)}
          onClick={() =>
            laid && edit(setStones(fill.id, setLoose(own, laid.stones, job.stones, laid.fills.indexOf(fill.id))))
          }
          title="Every stone of the region becomes a single one; it can be laid again"
        >
          Set loose
        </Button>
      )}
      <Button
        disabled={!byHand}
        onClick={() => edit(setStones(fill.id, withoutHand(own)))}
        title="Takes back all that was done by hand in the region"
      >
        Forget the hand
      </Button>
    </div>
  );
}
