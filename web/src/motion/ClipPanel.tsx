import {
  CLIP_PARAMS,
  frameCount,
  type Job,
  lengthOfClip,
  MADE_KINDS,
  MOTION_PARAMS,
  type Pass,
  type Picture,
  RATES,
} from '@chromatype/core';
import { addMadePicture } from '../bench/add-made.ts';
import { setClip, setMotion } from '../document/motion-edits.ts';
import { edit } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Fold } from '../ui/Fold.tsx';
import { ParamFields } from '../ui/ParamFields.tsx';
import { chooseClip } from './add-clip.ts';
import { isUneven } from './clip-lengths.ts';
import { NoisePeriods } from './NoisePeriods.tsx';
import { useSmallClips } from './small-frames.ts';

const HEAD = 'border-t border-hairline pt-2 text-[14px]';

/** One clip of the job: what it is, and how it is played. */
function ClipRow({ job, picture }: { readonly job: Job; readonly picture: Picture }) {
  const { clip } = picture;
  const { rate } = job.motion.settings;
  const small = useSmallClips((s) => s[(picture.hash ?? '').slice(0, 64)]);
  if (!clip) return null;
  const seconds = lengthOfClip(clip);
  return (
    <li className="grid grid-cols-1 gap-1 border-t border-hairline pt-1.5" data-testid="clip">
      <p className="truncate font-semibold" title={picture.name} data-own>
        {picture.name}
      </p>
      <p className="font-mono text-[10.5px] text-muted">
        {clip.ends.length} frames, {clip.ends.at(-1)!.toFixed(2)} s, {picture.width} × {picture.height}
      </p>
      {isUneven(clip) && (
        <p className="text-[11.5px]">
          Its frames are shown for different times; they are resampled to {Number(rate.toFixed(2))} frames a second.
        </p>
      )}
      {small?.message && (
        <p role="alert" className="text-hot-text">
          {small.message}
        </p>
      )}
      {small && !small.message && small.here < small.frames && (
        <p role="status" className="text-[11px] text-muted">
          Fetching frames: {small.here} of {small.frames}
        </p>
      )}
      <ParamFields
        params={CLIP_PARAMS}
        settings={clip.settings as never}
        change={(part) => edit(setClip(picture.id, part))}
      />
      <Button
        title="The whole clip is played once in the length of the loop"
        onClick={() =>
          edit(
            setMotion({ seconds: Math.min(MOTION_PARAMS.seconds.max, Math.max(MOTION_PARAMS.seconds.min, seconds)) }),
          )
        }
      >
        As long as this clip
      </Button>
    </li>
  );
}

interface Props {
  readonly job: Job;
  readonly pass: Pass | null;
  /** Id of the chosen fill. */
  readonly fill: string | null;
}

/** What moves, how fast, and how it is screened. */
export function ClipPanel({ job, pass, fill }: Props) {
  const { settings } = job.motion;
  const clips = job.pictures.filter((p) => p.clip);
  const known = RATES.find((r) => r === settings.rate);
  const change = (part: Readonly<Record<string, unknown>>) => edit(setMotion(part));
  return (
    <>
      <section aria-label="Clip" className="grid grid-cols-1 gap-1.5">
        <h2 className="text-[14px]">Clip</h2>
        <Choice
          label="Frames a second"
          dense
          value={known ? String(known) : 'own'}
          options={[
            ...RATES.map((r) => ({ value: String(r), label: String(r), title: `${r} frames a second` })),
            { value: 'own', label: 'Own', title: 'Any number of frames a second' },
          ]}
          onChange={(v) => v !== 'own' && change({ rate: Number(v) })}
        />
        <ParamFields
          params={MOTION_PARAMS}
          settings={settings}
          without={['loop', 'grid', 'hold', 'holdWithin', 'size', 'width', 'ground']}
          change={change}
        />
        <p className="font-mono text-[10.5px] text-muted" data-testid="frames">
          {frameCount(settings)} frames
        </p>
      </section>
      <section aria-label="What moves" className="grid grid-cols-1 gap-1.5">
        <h2 className={HEAD}>What moves</h2>
        <Button
          strong
          onClick={() => chooseClip(pass?.id ?? null)}
          title="GIF, APNG, WebP, MP4, WebM, stills or a ZIP of them"
        >
          Add a clip …
        </Button>
        {fill && (
          <div className="flex flex-wrap gap-1.5">
            {MADE_KINDS.filter(({ name }) => ['noise', 'gradient', 'shape'].includes(name)).map(
              ({ name, label, about }) => (
                <Button key={name} title={about} onClick={() => void addMadePicture(name, fill)}>
                  {label}
                </Button>
              ),
            )}
          </div>
        )}
        <NoisePeriods job={job} pass={pass} />
        <ul className="grid grid-cols-1 gap-2">
          {clips.map((picture) => (
            <ClipRow key={picture.id} job={job} picture={picture} />
          ))}
        </ul>
      </section>
      <Fold title="How it is screened" open>
        <ParamFields
          params={MOTION_PARAMS}
          settings={settings}
          without={['seconds', 'rate', 'drawings', 'loop', 'size', 'width', 'ground']}
          change={change}
        />
      </Fold>
    </>
  );
}
