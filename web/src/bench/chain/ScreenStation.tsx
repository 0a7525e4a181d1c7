import {
  convertFrequency,
  DEFAULT_SCREEN,
  DOT_SHAPES,
  type Frequency,
  type Job,
  LARGEST_PITCH,
  LIMITS,
  lpiOf,
  type Pass,
  pitchOf,
  type Screen,
  sheetPixels,
  SMALLEST_PITCH,
} from '@chromatype/core';
import { Switch } from 'radix-ui';
import { useState, memo } from 'react';
import { setScreen } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { SampleCanvas } from '../../ui/SampleCanvas.tsx';
import { Dial } from '../dial/Dial.tsx';
import { DEGREES, PERCENT } from './formats.ts';
import { readFrequency, UNIT_NAMES } from './frequency-text.ts';
import { Station } from './Station.tsx';
import { sameBy } from '../../ui/same-by.ts';

/** Cell of a shape's sample, in pixels, and the tone it shows. */
const SAMPLE_CELL = 15;
const SAMPLE_SIDE = 34;
const SAMPLE_TONE = 0.4;

function ShapeRow({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  return (
    <div role="radiogroup" aria-label="Dot shape" className="grid grid-cols-7 gap-1 pt-2">
      {DOT_SHAPES.map((shape) => {
        const sample = {
          ...pass,
          screen: { ...pass.screen, shape: shape.name, oneTone: false, smallest: 0, solidFrom: 1 },
        };
        return (
          <button
            key={shape.name}
            type="button"
            role="radio"
            aria-checked={pass.screen.shape === shape.name}
            aria-label={shape.name}
            title={`${shape.name}: ${shape.about}`}
            onClick={() => edit(setScreen(pass.id, { shape: shape.name }))}
            className="aspect-square border border-ink aria-checked:outline-2 aria-checked:outline-hot"
          >
            <SampleCanvas
              label={`${shape.name} dots`}
              patient
              watch={JSON.stringify([sample.screen.angle, pass.ink, job.sheet.stock])}
              make={() =>
                enginePool().sampler.screen({
                  job,
                  pass: sample,
                  width: SAMPLE_SIDE * devicePixelRatio,
                  height: SAMPLE_SIDE * devicePixelRatio,
                  tone: SAMPLE_TONE,
                  largestCell: SAMPLE_CELL * devicePixelRatio,
                  pitch: SAMPLE_CELL * devicePixelRatio,
                  draft: true,
                })
              }
              className="h-full w-full"
            />
          </button>
        );
      })}
    </div>
  );
}

function FrequencyField({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const { frequency } = pass.screen;
  const width = sheetPixels(job.sheet).width;
  const [wrong, setWrong] = useState<string | null>(null);
  const inUnit = (px: number) => convertFrequency({ per: 'px', value: px }, frequency.per, job.sheet.ppi, width).value;
  const ends = [inUnit(SMALLEST_PITCH), inUnit(LARGEST_PITCH)].sort((a, b) => a - b) as [number, number];
  function set(next: Frequency): void {
    const pitch = pitchOf(next, job.sheet.ppi, width);
    const possible = pitch >= SMALLEST_PITCH && pitch <= LARGEST_PITCH;
    setWrong(
      possible ? null : `Cells must be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels wide at ${job.sheet.ppi} ppi.`,
    );
    if (possible) edit(setScreen(pass.id, { frequency: next }));
  }
  const set4 = (value: number) => set({ ...frequency, value: Number(value.toPrecision(5)) });
  return (
    <div>
      <NumberField
        label="Frequency"
        value={frequency.value}
        min={ends[0]}
        max={ends[1]}
        step={frequency.per === 'mm' ? 0.05 : 1}
        normal={convertFrequency(DEFAULT_SCREEN.frequency, frequency.per, job.sheet.ppi, width).value}
        format={{ unit: UNIT_NAMES[frequency.per], digits: 3 }}
        about={LIMITS.frequency.about}
        onChange={set4}
        readText={(text) => {
          const read = readFrequency(text);
          if (read) set(read);
          return read !== null;
        }}
      />
      {wrong && (
        <p role="alert" className="pt-0.5 text-[10.5px] leading-tight text-hot-text">
          {wrong}
        </p>
      )}
      <div className="flex justify-end">
        <select
          aria-label="Unit of frequency"
          value={frequency.per}
          onChange={(e) => {
            const next = convertFrequency(frequency, e.target.value as Frequency['per'], job.sheet.ppi, width);
            set({ ...next, value: Number(next.value.toPrecision(5)) });
          }}
          className="h-6 border-b border-hairline bg-paper text-[10.5px] text-muted"
        >
          <option value="lpi">lines an inch</option>
          <option value="lpcm">lines a cm</option>
          <option value="mm">pitch in mm</option>
          <option value="px">pitch in pixels</option>
          <option value="across">count across</option>
        </select>
      </div>
    </div>
  );
}

/** Dot shape, frequency and angle. */
function ScreenStationPart({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const { screen } = pass;
  const change = (part: Partial<Screen>) => edit(setScreen(pass.id, part));
  const lpi = lpiOf(screen.frequency, job.sheet.ppi, sheetPixels(job.sheet).width);
  // Common practice: grey steps of one cell are the pixels in it and bare stock.
  const steps = Math.round((job.sheet.ppi / lpi) ** 2) + 1;
  return (
    <Station
      title="Screen"
      note={`${Number(lpi.toFixed(1))} lpi at ${Number(job.sheet.ppi.toFixed(1))} ppi gives ${steps} steps`}
    >
      <div className="flex gap-2 pt-1">
        <Dial job={job} pass={pass} />
        <div className="grid min-w-0 flex-1 content-start gap-0.5">
          <FrequencyField job={job} pass={pass} />
          <NumberField
            label="Angle"
            value={screen.angle}
            min={LIMITS.angle.min}
            max={LIMITS.angle.max}
            step={0.5}
            normal={DEFAULT_SCREEN.angle}
            format={DEGREES}
            about={LIMITS.angle.about}
            onChange={(angle) => change({ angle })}
          />
          <NumberField
            label="Smallest"
            value={screen.smallest}
            min={LIMITS.smallest.min}
            max={LIMITS.smallest.max}
            step={0.01}
            normal={0}
            format={PERCENT}
            about={LIMITS.smallest.about}
            onChange={(smallest) => change({ smallest })}
          />
          <NumberField
            label="Solid from"
            value={screen.solidFrom}
            min={LIMITS.solidFrom.min}
            max={LIMITS.solidFrom.max}
            step={0.01}
            normal={1}
            format={PERCENT}
            about={LIMITS.solidFrom.about}
            onChange={(solidFrom) => change({ solidFrom })}
          />
          <div
            className="flex items-center justify-between gap-2"
            title="Every dot takes the mean tone of its cell and stays whole"
          >
            <span aria-hidden>One tone a cell</span>
            <Switch.Root
              aria-label="One tone a cell"
              checked={screen.oneTone}
              onCheckedChange={(oneTone) => change({ oneTone })}
              className="h-6 w-[32px] border border-ink data-[state=checked]:bg-ink"
            >
              <Switch.Thumb className="block h-[12px] w-[12px] translate-x-[3px] bg-ink data-[state=checked]:translate-x-[15px] data-[state=checked]:bg-paper" />
            </Switch.Root>
          </div>
        </div>
      </div>
      <ShapeRow job={job} pass={pass} />
    </Station>
  );
}

export const ScreenStation = memo(
  ScreenStationPart,
  sameBy(({ job, pass }) => [
    pass.id,
    pass.screen,
    pass.ink,
    job.sheet,
    ...job.passes.flatMap((p) => [p.id, p.on, p.screen.angle, p.ink.colour]),
  ]),
);
