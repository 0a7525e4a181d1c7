import { DEFAULT_TONE, type Job, type Pass, pictureOf, type Tone, toneOfDarkness, TONE_PARAMS } from '@chromatype/core';
import { useEffect, useRef, useState, memo } from 'react';
import { setTone } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { latestOnly } from '../../engine/latest.ts';
import { usePictures } from '../../engine/pictures.ts';
import { enginePool } from '../../engine/pool.ts';
import { Choice } from '../../ui/Choice.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { PERCENT, PLAIN } from './formats.ts';
import { Station, THUMB } from './Station.tsx';
import { sameBy } from '../../ui/same-by.ts';

const MEANINGS: readonly { value: string; label: string; title: string }[] = [
  { value: 'light', label: 'True light', title: 'The print reflects as much light as the picture shows' },
  { value: 'even', label: 'Even steps', title: 'Picture values go straight to coverage' },
];

/** Middle runs evenly in its logarithm, so that 1 stands in the middle of the track. */
const MIDDLE_SCALE = {
  toTrack: (v: number) =>
    Math.log(v / TONE_PARAMS.middle.min) / Math.log(TONE_PARAMS.middle.max / TONE_PARAMS.middle.min),
  fromTrack: (p: number) => TONE_PARAMS.middle.min * (TONE_PARAMS.middle.max / TONE_PARAMS.middle.min) ** p,
};

/** How often each darkness occurs in what the Picture station gives. */
function useCounts(job: Job, pass: Pass): readonly number[] {
  const [counts, setCounts] = useState<readonly number[]>([]);
  const hash = pictureOf(job, pass.feed)?.hash;
  const ready = usePictures((s) => (hash ? s.byHash[hash]?.state === 'ready' : false));
  const watch = JSON.stringify([hash, pass.feed, job.sheet.width, job.sheet.height]);
  const latest = useRef<((job: Job, pass: Pass) => void) | null>(null);
  latest.current ??= latestOnly(async (j: Job, p: Pass) =>
    setCounts((await enginePool().sampler.picture(j, p, 96)).counts),
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: `watch` says what the counts depend on
  useEffect(() => {
    if (ready) latest.current!(job, pass);
    else setCounts([]);
  }, [watch, ready]);
  return counts;
}

function CurveThumb({ tone, counts }: { readonly tone: Tone; readonly counts: readonly number[] }) {
  const most = Math.max(1, ...counts);
  const curve = Array.from({ length: 33 }, (_, k) => `${(k / 32) * 56},${72 - toneOfDarkness(k / 32, tone) * 72}`).join(
    ' ',
  );
  return (
    <svg
      viewBox="0 0 56 72"
      className={`${THUMB} bg-white`}
      role="img"
      aria-label="Tone curve over the picture's tones, light to dark"
      preserveAspectRatio="none"
      height={86}
    >
      {counts.map((n, k) => (
        <rect
          key={k}
          x={(k * 56) / counts.length}
          width={56 / counts.length + 0.1}
          y={72 - 60 * Math.sqrt(n / most)}
          height={60 * Math.sqrt(n / most)}
          fill="#cfc7b6"
        />
      ))}
      <polyline points={curve} fill="none" stroke="#f0502e" strokeWidth={1.4} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

/** What becomes of the picture's lights and darks before it is screened. */
function ToneStationPart({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const { tone } = pass;
  const counts = useCounts(job, pass);
  const change = (part: Partial<Tone>) => edit(setTone(pass.id, part));
  return (
    <Station
      title="Tone"
      note={tone.meaning === 'light' ? 'true light' : 'even steps'}
      thumb={<CurveThumb tone={tone} counts={counts} />}
    >
      <div className="grid">
        <SliderRow
          label="Lights"
          value={tone.lights}
          min={TONE_PARAMS.lights.min}
          max={TONE_PARAMS.lights.max}
          step={0.005}
          normal={DEFAULT_TONE.lights}
          format={PERCENT}
          about={TONE_PARAMS.lights.about}
          onChange={(v) => change({ lights: Math.min(v, tone.darks - 0.01) })}
        />
        <SliderRow
          label="Middle"
          value={tone.middle}
          min={TONE_PARAMS.middle.min}
          max={TONE_PARAMS.middle.max}
          step={0.01}
          normal={DEFAULT_TONE.middle}
          format={PLAIN}
          about={TONE_PARAMS.middle.about}
          scale={MIDDLE_SCALE}
          onChange={(middle) => change({ middle })}
        />
        <SliderRow
          label="Darks"
          value={tone.darks}
          min={TONE_PARAMS.darks.min}
          max={TONE_PARAMS.darks.max}
          step={0.005}
          normal={DEFAULT_TONE.darks}
          format={PERCENT}
          about={TONE_PARAMS.darks.about}
          onChange={(v) => change({ darks: Math.max(v, tone.lights + 0.01) })}
        />
        <Choice
          label="Meaning of tone"
          value={tone.meaning}
          options={MEANINGS}
          onChange={(meaning) => change({ meaning })}
        />
      </div>
    </Station>
  );
}

export const ToneStation = memo(
  ToneStationPart,
  sameBy(({ job, pass }) => [pass.id, pass.tone, pass.feed, job.sheet, job.pictures]),
);
