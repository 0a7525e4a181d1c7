import { type Job, linearOfHex } from '@chromatype/core';
import type { ReactNode } from 'react';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';
import { Marks } from './Marks.tsx';
import { platePicture } from './plate-picture.ts';

interface Props {
  readonly job: Job;
  readonly passes: readonly string[];
  /** What changes the picture. */
  readonly watch: string;
  readonly label: string;
  readonly name: string;
  readonly note: ReactNode;
  /** CSS pixels across the whole card. */
  readonly width: number;
  readonly film: boolean;
  readonly press: boolean;
  readonly ready: boolean;
  readonly background: string;
  onClick?(): void;
}

/** Share of a card's width that is margin, on either side. */
const MARGIN = 0.075;

/** A plate, or several on each other, with its margin, marks and name. */
export function PlateCard({
  job,
  passes,
  watch,
  label,
  name,
  note,
  width,
  film,
  press,
  ready,
  background,
  onClick,
}: Props) {
  const aspect = (job.sheet.height + 2 * job.sheet.bleed) / (job.sheet.width + 2 * job.sheet.bleed);
  const margin = Math.max(22, width * MARGIN);
  const inner = width - 2 * margin;
  // Marks and words are seen on dark stock too.
  const isDark = linearOfHex(background)[1] < 0.18;
  const { register, crop, mirror, negative } = job.plates;
  const filter = film && negative ? 'invert(1)' : undefined;
  return (
    <figure
      aria-label={label}
      className={`relative shadow-[0_1px_8px_rgb(0_0_0/30%)] ${isDark ? 'text-[#f5f1e8]' : 'text-[#1a1815]'}`}
      style={{
        width,
        height: inner * aspect + 2 * margin,
        background,
        transform: film && mirror ? 'scaleX(-1)' : undefined,
        filter,
      }}
    >
      <button
        type="button"
        onClick={onClick}
        disabled={!onClick}
        aria-label={`${label}: open on the Bench`}
        className="absolute block"
        style={{ left: margin, top: margin, width: inner, height: inner * aspect }}
      >
        <SampleCanvas
          label={label}
          watch={`${watch} ${film} ${press} ${Math.round(inner)}`}
          make={
            ready ? () => platePicture({ job, passes, width: Math.round(inner * devicePixelRatio), film, press }) : null
          }
          className="block h-full w-full"
        />
      </button>
      <Marks width={width} height={inner * aspect + 2 * margin} margin={margin} register={register} crop={crop} />
      <figcaption
        className="absolute right-0 bottom-0 left-0 flex justify-between gap-2 truncate px-1 text-[10.5px]"
        style={{ paddingInline: margin + 5, height: margin, lineHeight: `${margin}px`, fontFamily: 'var(--font-mono)' }}
      >
        <span className="max-w-[44%] truncate" title={name}>
          {name}
        </span>
        <span>{note}</span>
      </figcaption>
    </figure>
  );
}
