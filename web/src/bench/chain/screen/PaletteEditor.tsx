import { familyOf, PALETTES, pictureOf, readGpl, writeGpl } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { FolderOpen, Minus, Pipette, Plus, Save } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { setFamilySettings } from '../../../document/screen-edits.ts';
import { beginGesture, edit, endGesture } from '../../../document/store.ts';
import { usePictures } from '../../../engine/pictures.ts';
import { enginePool } from '../../../engine/pool.ts';
import { chooseFile, saveFile } from '../../../ui/files.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { PLAIN } from '../../../ui/formats.ts';

const { palette: param } = familyOf('grain').params;
const { min, max } = param as { min: number; max: number };
const TOOL = 'grid h-6 w-6 place-items-center border border-hairline hover:border-ink disabled:opacity-40';

/** Reads a .gpl file; what is wrong with it is said in one sentence. Null when it gives no palette. */
async function openPalette(): Promise<readonly string[] | null> {
  const file = await chooseFile('.gpl');
  if (!file) return null;
  try {
    const colours = [...new Set(readGpl(await file.text()).colours.map((c) => c.colour))];
    if (colours.length < min)
      throw new Error(`A palette needs at least ${min} different colours; this one has ${colours.length}.`);
    if (colours.length > max) throw new Error(`This palette has ${colours.length} colours; at most ${max} can print.`);
    return colours;
  } catch (error) {
    toast.error(`${file.name}: ${error instanceof Error ? error.message : error}`, { duration: 9000 });
    return null;
  }
}

interface Props extends ChainProps {
  /** Whose palette it is. */
  readonly family?: 'grain' | 'marks';
}

/** The colours that a palette screen prints: edited by hand, built in, from a file or from the picture. */
export function PaletteEditor({ job, pass, fill, family = 'grain' }: Props) {
  const { palette } = fill.screen[family];
  const [chosen, setChosen] = useState(0);
  const [count, setCount] = useState(6);
  const picture = pictureOf(job, fill.feed);
  const ready = usePictures((s) => (picture?.hash ? s.byHash[picture.hash]?.state === 'ready' : false));
  const at = Math.min(chosen, palette.length - 1);
  const set = (colours: readonly string[]) => edit(setFamilySettings(fill.id, family, { palette: colours }));
  const builtIn = PALETTES.findIndex((p) => p.colours.map((c) => c.colour).join() === palette.join());

  async function fromPicture(): Promise<void> {
    const colours = await enginePool().sampler.pictureColours(picture!.hash!, count);
    if (colours.length >= min) set(colours);
    else toast.error('This picture has only one colour.');
  }
  function save(): void {
    const colours = palette.map((colour) => ({ name: '', colour }));
    saveFile(`${pass.name}.gpl`, writeGpl({ name: pass.name, colours }), 'text/plain');
  }

  return (
    <fieldset className="pt-1" title={param!.about}>
      <legend className="sr-only">Palette</legend>
      <div className="flex flex-wrap gap-1">
        {palette.map((colour, k) => (
          <input
            key={k}
            type="color"
            aria-label={`Colour ${k + 1} of the palette`}
            title={colour}
            value={colour}
            onFocus={() => {
              setChosen(k);
              beginGesture();
            }}
            onBlur={endGesture}
            onChange={(e) => set(palette.with(k, e.target.value))}
            className={`h-6 w-6 cursor-pointer border border-ink bg-transparent p-0 ${k === at ? 'outline-2 outline-offset-1 outline-hot' : ''}`}
          />
        ))}
        <button
          type="button"
          className={TOOL}
          title="Add a colour"
          aria-label="Add a colour"
          disabled={palette.length >= max}
          onClick={() => {
            set([...palette, palette[at]!]);
            setChosen(palette.length);
          }}
        >
          <Plus size={13} aria-hidden />
        </button>
        <button
          type="button"
          className={TOOL}
          title="Remove the chosen colour"
          aria-label="Remove the chosen colour"
          disabled={palette.length <= min}
          onClick={() => set(palette.toSpliced(at, 1))}
        >
          <Minus size={13} aria-hidden />
        </button>
      </div>
      <div className="flex items-center gap-1 pt-1.5">
        <select
          aria-label="Built-in palette"
          value={builtIn < 0 ? '' : builtIn}
          onChange={(e) => set(PALETTES[Number(e.target.value)]!.colours.map((c) => c.colour))}
          className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
        >
          {builtIn < 0 && <option value="">own colours</option>}
          {PALETTES.map((p, k) => (
            <option key={p.name} value={k}>
              {p.name}
            </option>
          ))}
        </select>
        <button
          type="button"
          className={TOOL}
          title="Open a .gpl palette"
          aria-label="Open a .gpl palette"
          onClick={async () => {
            const colours = await openPalette();
            if (colours) set(colours);
          }}
        >
          <FolderOpen size={13} aria-hidden />
        </button>
        <button type="button" className={TOOL} title="Save as .gpl" aria-label="Save as .gpl" onClick={save}>
          <Save size={13} aria-hidden />
        </button>
      </div>
      <div className="flex items-center gap-2 pt-1">
        <div className="min-w-0 flex-1">
          <NumberField
            label="Colours from the picture"
            value={count}
            min={min}
            max={max}
            step={1}
            normal={6}
            format={PLAIN}
            about="How many colours to take from the picture; k-means in OKLab."
            onChange={(value) => setCount(Math.round(value))}
          />
        </div>
        <button
          type="button"
          className={TOOL}
          title="Take the colours from the picture"
          aria-label="Take the colours from the picture"
          disabled={!ready}
          onClick={() => void fromPicture()}
        >
          <Pipette size={13} aria-hidden />
        </button>
      </div>
    </fieldset>
  );
}
