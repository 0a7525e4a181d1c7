import { createFill, type Fill, type Job, MOST_FILLS, type Pass } from '@chromatype/core';
import { ArrowDown, ArrowUp, Eye, EyeOff, Grip, Palette, Plus, Trash2 } from 'lucide-react';
import { createPortal } from 'react-dom';
import { addFill, moveFill, newId, removeFill, setFill } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { useSetParam } from '../../ui/use-set-param.ts';
import { ColourShelf } from '../tints/ColourShelf.tsx';
import { setColourShelf, useColourShelf } from '../tints/colour-store.ts';
import { setTintShelf, useTintShelf } from '../tints/shelf-store.ts';
import { TintShelf } from '../tints/TintShelf.tsx';
import { OVER_CHAIN } from './screen/cells/CellChoice.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
}

/** A fill in few words: its own name, or its place and its stencil. */
export function fillName(job: Job, pass: Pass, fill: Fill): string {
  if (fill.name) return fill.name;
  const stencil = job.stencils.find((s) => s.id === fill.stencil);
  return `${pass.fills.findIndex((f) => f.id === fill.id) + 1}  ${stencil?.name ?? 'whole sheet'}`;
}

/** The fills of the chosen pass, the uppermost first: one of them is shown by the chain. */
export function FillRow({ job, pass, fill }: Props) {
  const setParam = useSetParam(true);
  const shelf = useTintShelf((s) => s.open);
  const colours = useColourShelf((s) => s.open);
  const over = (shelf || colours) && document.getElementById(OVER_CHAIN);
  const choose = (id: string) => setParam('fill', id);
  const at = pass.fills.findIndex((f) => f.id === fill.id);
  function add(): void {
    const id = newId();
    // It begins as its neighbour is, with a tint: what it prints is chosen next.
    const made: Fill = {
      ...createFill(id, fill.feed.picture),
      feed: { ...fill.feed, part: 'tint', separation: null, pick: null },
      screen: fill.screen,
    };
    edit(addFill(pass.id, made));
    choose(id);
  }
  function remove(): void {
    const next = pass.fills[at - 1] ?? pass.fills[at + 1]!;
    edit(removeFill(pass.id, fill.id));
    choose(next.id);
  }
  const icon = 'grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text disabled:opacity-35';
  return (
    <div
      role="group"
      aria-label="Fills"
      className="flex h-[30px] [@media(max-height:740px)]:h-6 shrink-0 items-center border-b border-hairline pr-1 pl-2.5"
    >
      <span className="pr-2 text-[13.5px] font-head font-semibold">Fill</span>
      <select
        aria-label="Fill of this pass"
        data-own
        value={fill.id}
        onChange={(e) => choose(e.target.value)}
        className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
      >
        {pass.fills.toReversed().map((f) => (
          <option key={f.id} value={f.id}>
            {fillName(job, pass, f)}
          </option>
        ))}
      </select>
      {pass.fills.length > 1 && (
        <>
          <button
            type="button"
            className={icon}
            aria-label={fill.on ? 'Hide the fill' : 'Show the fill'}
            aria-pressed={fill.on}
            title={fill.on ? 'Hide the fill' : 'Show the fill'}
            onClick={() => edit(setFill(fill.id, { on: !fill.on }))}
          >
            {fill.on ? <Eye size={13} aria-hidden /> : <EyeOff size={13} aria-hidden />}
          </button>
          <button
            type="button"
            className={icon}
            aria-label="Lay the fill higher"
            title="Lay the fill over the next one"
            disabled={at === pass.fills.length - 1}
            onClick={() => edit(moveFill(pass.id, fill.id, 1))}
          >
            <ArrowUp size={13} aria-hidden />
          </button>
          <button
            type="button"
            className={icon}
            aria-label="Lay the fill lower"
            title="Lay the fill under the one below it"
            disabled={at === 0}
            onClick={() => edit(moveFill(pass.id, fill.id, -1))}
          >
            <ArrowDown size={13} aria-hidden />
          </button>
          <button type="button" className={icon} aria-label="Remove the fill" title="Remove the fill" onClick={remove}>
            <Trash2 size={13} aria-hidden />
          </button>
        </>
      )}
      <button
        type="button"
        className={icon}
        aria-label="Tint shelf"
        aria-expanded={shelf}
        title="Tints to lay into this fill or into a stencil"
        onClick={() => {
          setColourShelf({ open: false });
          setTintShelf({ open: !shelf });
        }}
      >
        <Grip size={14} aria-hidden />
      </button>
      {shelf && over && createPortal(<TintShelf job={job} pass={pass} fill={fill} />, over)}
      <button
        type="button"
        className={icon}
        aria-label="Colour shelf"
        aria-expanded={colours}
        title="Colours that are mixed of the tints of all inks"
        onClick={() => {
          setTintShelf({ open: false });
          setColourShelf({ open: !colours });
        }}
      >
        <Palette size={14} aria-hidden />
      </button>
      {colours && over && createPortal(<ColourShelf job={job} pass={pass} fill={fill} />, over)}
      <button
        type="button"
        className={icon}
        aria-label="Add a fill"
        title={
          pass.fills.length < MOST_FILLS
            ? 'Add a fill over these, in the same ink'
            : `A pass holds ${MOST_FILLS} fills at most`
        }
        disabled={pass.fills.length >= MOST_FILLS}
        onClick={add}
      >
        <Plus size={15} aria-hidden />
      </button>
    </div>
  );
}
