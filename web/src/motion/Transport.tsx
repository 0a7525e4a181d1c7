import { frameCount, type Job } from '@chromatype/core';
import { ChevronLeft, ChevronRight, Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { setMotion } from '../document/motion-edits.ts';
import { edit } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { goToFrame, playedRange, setMotionView, togglePlay, useMotion } from './motion-store.ts';

/** Seconds and frames of a time, as it is told. */
export const timeText = (frame: number, rate: number): string => `${(frame / rate).toFixed(2)} s`;

/** Play and pause, step by step, what is played, and the neighbours of a frame. */
export function Transport({ job }: { readonly job: Job }) {
  const { frame, playing, range, onion, shown } = useMotion();
  const { settings } = job.motion;
  const frames = frameCount(settings);
  const [first, last] = playedRange({ range }, frames);
  const go = (to: number) => goToFrame(to, frames);
  return (
    <div
      className="flex h-9 min-w-0 items-center gap-1.5 border-b border-hairline px-3"
      role="toolbar"
      aria-label="Playing"
    >
      <Button aria-label="First frame" title="First frame (Home)" className="px-1.5!" onClick={() => go(first)}>
        <SkipBack size={14} aria-hidden />
      </Button>
      <Button
        aria-label="One frame back"
        title="One frame back (Left arrow)"
        className="px-1.5!"
        onClick={() => go(frame - 1)}
      >
        <ChevronLeft size={14} aria-hidden />
      </Button>
      <Button strong aria-label={playing ? 'Pause' : 'Play'} title="Play or pause (Space)" onClick={togglePlay}>
        {playing ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
        {playing ? 'Pause' : 'Play'}
      </Button>
      <Button
        aria-label="One frame on"
        title="One frame on (Right arrow)"
        className="px-1.5!"
        onClick={() => go(frame + 1)}
      >
        <ChevronRight size={14} aria-hidden />
      </Button>
      <Button aria-label="Last frame" title="Last frame (End)" className="px-1.5!" onClick={() => go(last)}>
        <SkipForward size={14} aria-hidden />
      </Button>
      <span className="ml-1 font-mono text-[11px] whitespace-nowrap" data-testid="frame-number">
        frame {frame + 1} of {frames} · {timeText(frame, settings.rate)}
      </span>
      <span className="min-w-0 flex-1 truncate text-right font-mono text-[10.5px] text-muted" data-testid="rate">
        {playing ? `${shown} of ${Number(settings.rate.toFixed(2))} frames a second` : ''}
      </span>
      <Button
        aria-pressed={settings.loop}
        strong={settings.loop}
        title="The clip begins again at its end"
        onClick={() => edit(setMotion({ loop: !settings.loop }))}
      >
        Loop
      </Button>
      <Button
        aria-pressed={onion}
        strong={onion}
        title="See the neighbours of a frame through it (O)"
        onClick={() => setMotionView({ onion: !onion })}
      >
        Onion
      </Button>
      <Button
        title="Play from this frame on, to where the range ends"
        onClick={() => setMotionView({ range: [frame, Math.max(frame, last)] })}
      >
        From here
      </Button>
      <Button title="Play up to this frame" onClick={() => setMotionView({ range: [Math.min(first, frame), frame] })}>
        To here
      </Button>
      <Button disabled={range === null} title="Play all frames" onClick={() => setMotionView({ range: null })}>
        All
      </Button>
    </div>
  );
}
