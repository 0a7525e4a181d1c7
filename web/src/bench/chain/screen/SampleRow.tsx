import { fillOf, type Option, type Pass, type Screen, toneOfDarkness, withFill } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { memo, useRef } from 'react';
import { edit, useOpenJob } from '../../../document/store.ts';
import { setScreen } from '../../../document/edits.ts';
import { enginePool } from '../../../engine/pool.ts';
import { pitchPixels } from '../../../engine/samples.ts';
import { SampleCanvas } from '../../../ui/SampleCanvas.tsx';

/** Side of a sample, and the widest cell it shows, in CSS pixels. */
const SIDE = 30;
const LARGEST_CELL = 14;
/** Samples stay readable when the pass itself is nearly bare or nearly solid. */
const LIGHTEST = 0.2;
const DARKEST = 0.75;

/** The tone that a pass prints for the middle of the picture's scale. */
const middleTone = (pass: Pass): number =>
  Math.min(DARKEST, Math.max(LIGHTEST, toneOfDarkness(0.5, fillOf(pass).tone)));

interface Props extends ChainProps {
  readonly label: string;
  readonly options: readonly Option[];
  readonly chosen: string;
  /** The part of the screen that choosing an option changes. */
  screenFor(name: string): Partial<Screen>;
}

/** A choice among cells, each drawn by the engine with the pass's own tone and size; during a drag it stays as it is. */
export function SampleRow(props: Props) {
  const dragging = useOpenJob((s) => s.dragging);
  const shown = useRef(props);
  if (!dragging || props.chosen !== shown.current.chosen) shown.current = props;
  return <Samples {...shown.current} />;
}

const Samples = memo(function Samples({ label, job, pass, fill, options, chosen, screenFor }: Props) {
  const tone = middleTone(pass);
  const largestCell = LARGEST_CELL * devicePixelRatio;
  const pitch = Math.min(pitchPixels(job, pass), largestCell);
  const side = SIDE * devicePixelRatio;
  return (
    <div role="radiogroup" aria-label={label} className="grid grid-cols-8 gap-[5px] pt-2">
      {options.map((option) => {
        const screen = { ...fill.screen, ...screenFor(option.name), oneTone: false, smallest: 0, solidFrom: 1 };
        const sample = withFill(pass, { screen });
        return (
          <button
            key={option.name}
            type="button"
            role="radio"
            aria-checked={chosen === option.name}
            aria-label={option.label}
            title={`${option.label}: ${option.about}`}
            onClick={() => edit(setScreen(fill.id, screenFor(option.name)))}
            className="h-[30px] w-[30px] aria-checked:outline-2 aria-checked:outline-offset-1 aria-checked:outline-hot"
          >
            <SampleCanvas
              label={`${option.label}, as this pass would print it`}
              patient
              watch={JSON.stringify([screen, tone, pitch, pass.ink, job.sheet.stock])}
              make={() =>
                enginePool().sampler.screen({
                  job,
                  pass: sample,
                  width: side,
                  height: side,
                  tone,
                  largestCell,
                  pitch,
                  draft: true,
                })
              }
              className="h-full w-full border border-ink"
            />
          </button>
        );
      })}
    </div>
  );
});
