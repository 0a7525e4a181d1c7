import { INK_SETS, type Ink, type InkSet, plainInk } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { deleteSet, type OwnSet, replaceSet, saveSet, useOwnSets } from '../api/ink-sets.ts';
import { SetColours } from '../bench/chain/picture/SplitMenu.tsx';
import { Button } from '../ui/Button.tsx';
import { chooseFile, saveBlob } from '../ui/files.ts';
import { Mark } from '../ui/Mark.tsx';
import { TextField } from '../ui/TextField.tsx';
import { useFileDrop } from '../ui/use-file-drop.ts';
import { useSetParam } from '../ui/use-set-param.ts';
import { InkRow } from './InkRow.tsx';
import { OverprintGrid } from './OverprintGrid.tsx';
import { StockRow } from './StockRow.tsx';
import { StudioStones } from './StudioStones.tsx';
import { readSetFile, SET_FILES, setAsGpl, setAsJson } from './set-files.ts';

const sayWrong = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

async function bringIn(files: readonly File[]): Promise<string | null> {
  let last: string | null = null;
  for (const file of files) {
    try {
      const set = await readSetFile(file);
      last = `own ${(await saveSet(set)).id}`;
      toast.success(`${set.label}: ${set.inks.length} inks.`, { duration: 3000 });
    } catch (error) {
      toast.error(`${file.name}: ${error instanceof Error ? error.message : error}`);
    }
  }
  return last;
}

function SetList({
  own,
  chosen,
  choose,
}: {
  readonly own: readonly OwnSet[];
  readonly chosen: string;
  choose(name: string): void;
}) {
  const item = (set: InkSet) => (
    <li key={set.name}>
      <button
        type="button"
        aria-current={set.name === chosen}
        onClick={() => choose(set.name)}
        className="flex w-full items-center gap-2 border-b border-hairline px-2 py-1.5 text-left hover:bg-paper-2 aria-[current=true]:bg-ink aria-[current=true]:text-paper"
      >
        <SetColours set={set} />
        <span className="truncate" title={set.label} data-own={INK_SETS.includes(set) ? undefined : ''}>
          {set.label}
        </span>
      </button>
    </li>
  );
  return (
    <div className="min-h-0 overflow-y-auto border-r border-ink bg-paper">
      <h2 className="px-2 pt-3 pb-1 text-[11px] text-muted">Ships with Chromatype</h2>
      <ul aria-label="Sets that ship">{INK_SETS.map(item)}</ul>
      <h2 className="px-2 pt-4 pb-1 text-[11px] text-muted">The studio’s own</h2>
      {own.length === 0 && <p className="px-2 text-muted">None yet: make a copy, or open a file.</p>}
      <ul aria-label="Own sets">{own.map((o) => item(o.set))}</ul>
      <h2 className="px-2 pt-4 pb-1 text-[11px] text-muted">Besides inks</h2>
      <button
        type="button"
        aria-current={chosen === STONES}
        onClick={() => choose(STONES)}
        className="flex w-full items-center border-y border-hairline px-2 py-1.5 text-left hover:bg-paper-2 aria-[current=true]:bg-ink aria-[current=true]:text-paper"
      >
        Sizes and colours of stones
      </button>
    </div>
  );
}

/** The name by which the stones of the studio are chosen. */
const STONES = 'stones';

/** Sets of inks: those that ship, and the studio's own, to look at, change, and exchange. */
export function Swatches() {
  const own = useOwnSets();
  const setParam = useSetParam();
  const [chosen, setChosen] = useState(() => new URLSearchParams(window.location.search).get('set') ?? 'process');
  const mine = own.find((o) => o.set.name === chosen);
  const set = mine?.set ?? INK_SETS.find((s) => s.name === chosen) ?? INK_SETS[0]!;
  useEffect(() => {
    document.title = 'Swatches · Chromatype';
  }, []);
  const choose = (name: string) => {
    setChosen(name);
    setParam('set', name);
  };
  const take = (files: readonly File[]) => void bringIn(files).then((name) => name && choose(name));
  const over = useFileDrop((files) => take(files));
  const change = (next: InkSet) => {
    if (mine) void replaceSet(mine.id, next).catch(sayWrong);
  };
  const setInk = (k: number, ink: Ink) => change({ ...set, inks: set.inks.map((old, j) => (j === k ? ink : old)) });
  const move = (k: number, by: number) => {
    const to = k + by;
    change({ ...set, inks: set.inks.toSpliced(k, 1).toSpliced(to, 0, set.inks[k]!) });
  };
  const copy = () =>
    saveSet({ ...set, label: `${set.label} copy`.slice(0, 80) }).then((made) => choose(`own ${made.id}`), sayWrong);

  async function remove(): Promise<void> {
    if (!mine) return;
    await deleteSet(mine.id).catch(sayWrong);
    choose('process');
    toast(`${mine.set.label} is deleted.`, {
      duration: 10_000,
      action: {
        label: 'Undo',
        onClick: () => void saveSet(mine.set).then((made) => choose(`own ${made.id}`), sayWrong),
      },
    });
  }

  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]" data-drop={over}>
      <header className="flex items-center justify-between border-b border-ink bg-paper px-3">
        <Link to="/" className="flex items-center gap-2 font-head text-[17px] font-bold" title="To the Shelf">
          <Mark />
          Chromatype
        </Link>
        <h1 className="text-[15px]">Swatches</h1>
        <Button onClick={() => void chooseFile(SET_FILES).then((file) => file && take([file]))}>
          Open .json, .gpl or .csv
        </Button>
      </header>
      <main className="grid min-h-0 grid-cols-[270px_minmax(0,1fr)]">
        <SetList own={own} chosen={chosen === STONES ? STONES : set.name} choose={choose} />
        {chosen === STONES && <StudioStones />}
        <section hidden={chosen === STONES} aria-label="Set of inks" className="min-h-0 overflow-y-auto bg-paper p-4">
          <div className="flex items-center justify-between gap-3 pb-1">
            {mine ? (
              <TextField
                label="Name of the set"
                value={set.label}
                onChange={(label) => label.trim() && change({ ...set, label })}
                className="w-[320px] font-head text-[16px] font-bold"
              />
            ) : (
              <h2 className="text-[16px]">{set.label}</h2>
            )}
            <span className="flex gap-1.5">
              <Button onClick={() => void copy()}>{mine ? 'Copy' : 'Make an own copy'}</Button>
              <Button onClick={() => saveBlob(`${set.label}.json`, setAsJson(set))}>Save .json</Button>
              <Button onClick={() => saveBlob(`${set.label}.gpl`, setAsGpl(set))}>Save .gpl</Button>
              {mine && <Button onClick={() => void remove()}>Delete</Button>}
            </span>
          </div>
          <p className="pb-3 text-muted">{set.about}</p>
          <ul aria-label="Inks in print order">
            {set.base && (
              <InkRow
                ink={set.base}
                onChange={mine ? (base) => change({ ...set, base }) : null}
                onRemove={() => change({ ...set, base: null })}
              />
            )}
            {set.inks.map((ink, k) => (
              <InkRow
                key={`${k} ${set.name}`}
                ink={ink}
                onChange={mine ? (next) => setInk(k, next) : null}
                place={[k, set.inks.length]}
                onMove={(by) => move(k, by)}
                onRemove={set.inks.length > 1 ? () => change({ ...set, inks: set.inks.toSpliced(k, 1) }) : undefined}
              />
            ))}
          </ul>
          {mine && (
            <div className="flex gap-1.5 pt-2">
              <Button
                onClick={() =>
                  change({ ...set, inks: [...set.inks, plainInk(`Ink ${set.inks.length + 1}`, '#777777')] })
                }
              >
                Add an ink
              </Button>
              {!set.base && (
                <Button
                  title="An opaque ink under all the others"
                  onClick={() => change({ ...set, base: { ...plainInk('Base white', '#f7f5ef'), opacity: 1 } })}
                >
                  Add a base
                </Button>
              )}
            </div>
          )}
          <h3 className="pt-5 pb-1 text-[13px] font-semibold">Meant for</h3>
          <StockRow stock={set.stock} onChange={mine ? (stock) => change({ ...set, stock }) : null} />
          <h3 className="pt-5 pb-1 text-[13px] font-semibold">
            On each other{set.stock ? `, on ${set.stock.name.toLowerCase()}` : ', on white'}
            {set.base ? ` over ${set.base.name.toLowerCase()}` : ''}
          </h3>
          <OverprintGrid set={set} />
        </section>
      </main>
    </div>
  );
}
