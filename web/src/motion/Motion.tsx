import { frameCount, type Job, secondsOf } from '@chromatype/core';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { Chain } from '../bench/chain/Chain.tsx';
import { OVER_CHAIN } from '../bench/chain/screen/cells/CellChoice.tsx';
import { Header } from '../bench/Header.tsx';
import { useChosen } from '../bench/use-chosen.ts';
import { JobGate } from '../document/JobGate.tsx';
import { useOpenJob } from '../document/store.ts';
import { neededPictures } from '../engine/first-look.ts';
import { loadPicture } from '../engine/pictures.ts';
import { MovesInTime } from '../ui/keying.ts';
import { useFileDrop } from '../ui/use-file-drop.ts';
import { addClip } from './add-clip.ts';
import { ClipPanel } from './ClipPanel.tsx';
import type { FrameMaker } from './frame-maker.ts';
import { FrameStrip } from './FrameStrip.tsx';
import { KeyEditor } from './KeyEditor.tsx';
import { shownAtTime } from './keyed-edit.ts';
import { leaveMotion, useMotion } from './motion-store.ts';
import { MotionSheet } from './MotionSheet.tsx';
import { MotionReadings } from './Readings.tsx';
import { clipsOf, loadSmallClip } from './small-frames.ts';
import { TakeClipOut } from './TakeClipOut.tsx';
import { TrackRow } from './TrackRow.tsx';
import { Transport } from './Transport.tsx';
import { useKeyingOf } from './use-keying.ts';
import { useMotionKeys } from './use-motion-keys.ts';

/** The frame whose numbers the chain shows: the one in sight, or the one at which playing began. */
function useStillFrame(frames: number): number {
  const [still, setStill] = useState(0);
  const { frame, playing } = useMotion();
  useEffect(() => {
    if (!playing) setStill(frame);
  }, [frame, playing]);
  return Math.min(still, frames - 1);
}

/** Brings what is played to the workers: small copies of clips, and the pixels of all else. */
function usePixels(job: Job): void {
  useEffect(() => {
    for (const hash of clipsOf(job)) void loadSmallClip(hash);
    const needed = new Set(neededPictures(job));
    for (const picture of job.pictures)
      if (!picture.clip && picture.hash && needed.has(picture.hash)) void loadPicture(picture);
  }, [job]);
}

function Tracks({ job }: { readonly job: Job }) {
  const { tracks } = job.motion;
  if (tracks.length === 0)
    return (
      <p className="p-2 text-muted">
        No number moves yet. Choose a frame, and click the diamond beside a number of the chain; go to another frame and
        change the number there.
      </p>
    );
  return (
    <ul aria-label="Tracks">
      {tracks.map((track) => (
        <TrackRow key={track.id} job={job} track={track} />
      ))}
    </ul>
  );
}

function OpenMotion({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const frames = frameCount(job.motion.settings);
  const still = useStillFrame(frames);
  const shown = useMemo(() => shownAtTime(job, secondsOf(job.motion.settings, still)), [job, still]);
  const { pass, fill, choose } = useChosen(shown);
  const rest = job.passes.find((p) => p.id === pass?.id) ?? null;
  const [maker, setMaker] = useState<FrameMaker<ImageBitmap> | null>(null);
  usePixels(job);
  useMotionKeys(job);
  useKeyingOf(job, rest, fill, still);
  useEffect(() => leaveMotion, []);
  const over = useFileDrop((files) => void addClip(files, pass?.id ?? null));
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[minmax(0,1fr)_264px]">
        <div className="grid min-h-0 min-w-0 grid-rows-[minmax(0,1fr)_auto]">
          <div className="grid min-h-0 min-w-0 grid-cols-[304px_minmax(0,1fr)]">
            <div className="relative flex min-h-0 flex-col border-r border-ink bg-paper">
              {shown.passes.length > 1 && pass && (
                <select
                  aria-label="Pass"
                  value={pass.id}
                  onChange={(e) => choose(e.target.value)}
                  className="h-7 shrink-0 border-b border-hairline bg-paper px-3 font-semibold"
                >
                  {shown.passes.map((p) => (
                    <option key={p.id} value={p.id}>
                      {p.name}
                    </option>
                  ))}
                </select>
              )}
              <div className="relative min-h-0 flex-1 [contain:strict]">
                <div className="h-full overflow-y-auto" aria-label="Chain" role="region">
                  <MovesInTime value={true}>
                    {pass && fill && <Chain job={shown} pass={pass} fill={fill} />}
                  </MovesInTime>
                </div>
                <div id={OVER_CHAIN} className="pointer-events-none absolute inset-0 z-10" />
              </div>
            </div>
            <div className="relative grid min-h-0 min-w-0">
              <MotionSheet job={job} onMaker={setMaker} />
              {over && (
                <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
                  Drop the clip to print it
                </p>
              )}
            </div>
          </div>
          <section aria-label="Timeline" className="border-t border-ink bg-paper">
            <Transport job={job} />
            <div className="grid gap-1 px-3 py-2">
              <div className="grid grid-cols-[230px_minmax(0,1fr)_24px] gap-2 overflow-y-auto [scrollbar-gutter:stable]">
                <span className="self-center text-[11.5px] text-muted">Frames</span>
                <FrameStrip job={job} maker={maker} />
                <span />
              </div>
              <div className="max-h-[132px] overflow-y-auto [scrollbar-gutter:stable]">
                <Tracks job={job} />
              </div>
            </div>
          </section>
        </div>
        <aside
          aria-label="Clip and files"
          className="grid min-h-0 grid-cols-1 content-start gap-3 overflow-y-auto border-l border-ink bg-paper p-3 [&>*]:min-w-0"
        >
          <KeyEditor job={job} />
          <ClipPanel job={job} pass={rest} fill={fill?.id ?? null} />
          <MotionReadings job={job} />
          <TakeClipOut id={id} job={job} />
        </aside>
      </main>
    </div>
  );
}

/** Moving pictures through dots: what moves, when, and what comes out of it. */
export function MotionPage() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Motion">
      <OpenMotion id={id} />
    </JobGate>
  );
}
