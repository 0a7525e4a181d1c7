import { frameCount, framesOfDrawing, type Job } from '@chromatype/core';
import { memo, type PointerEvent, useEffect, useRef } from 'react';
import { useRoom } from '../ui/use-room.ts';
import type { FrameMaker } from './frame-maker.ts';
import { goToFrame, playedRange, useMotion } from './motion-store.ts';
import { frameAtPlace, framesShown, placeOfFrame } from './strip-places.ts';
import { onStepKey } from './step-keys.ts';

const HEIGHT = 46;

interface Props {
  readonly job: Job;
  readonly maker: FrameMaker<ImageBitmap> | null;
}

interface PrintsProps {
  readonly frames: readonly number[];
  readonly each: number;
  readonly width: number;
  readonly maker: FrameMaker<ImageBitmap> | null;
  /** How many drawings are ready: they are drawn anew when more are. */
  readonly ready: number;
}

/** Small prints of the frames, side by side. */
const Prints = memo(function Prints({ frames, each, width, maker, ready }: PrintsProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: more frames are ready
  useEffect(() => {
    const own = canvas.current;
    if (!own || width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    own.width = Math.round(width * ratio);
    own.height = Math.round(HEIGHT * ratio);
    const context = own.getContext('2d')!;
    context.imageSmoothingQuality = 'high';
    const room = own.width / frames.length;
    for (const [k, frame] of frames.entries()) {
      const picture = maker?.at(Math.floor(frame / each));
      if (!picture) continue;
      const scale = Math.min((room - ratio) / picture.width, own.height / picture.height);
      const [w, h] = [picture.width * scale, picture.height * scale];
      context.drawImage(picture, k * room + (room - w) / 2, (own.height - h) / 2, w, h);
    }
  }, [frames, each, width, maker, ready]);
  return <canvas ref={canvas} aria-hidden className="absolute inset-0 h-full w-full" />;
});

/** The frames in a strip, with the keys of all tracks, what is played, and the frame in sight. */
export function FrameStrip({ job, maker }: Props) {
  const [own, room] = useRoom();
  const width = room?.width ?? 0;
  const { frame, ready, range } = useMotion();
  const { settings, tracks } = job.motion;
  const frames = frameCount(settings);
  const scale = { width, frames };
  const shown = framesShown(scale, 52);
  const [first, last] = playedRange({ range }, frames);
  const keyed = [...new Set(tracks.flatMap((t) => (t.on ? t.keys.map((k) => Math.round(k.at * settings.rate)) : [])))];
  const name = shown.join(' ');
  const list = useRef({ name, shown });
  if (list.current.name !== name) list.current = { name, shown };

  const seek = (event: PointerEvent<HTMLDivElement>) => {
    const box = own.current!.getBoundingClientRect();
    goToFrame(frameAtPlace(scale, event.clientX - box.left), frames);
  };
  return (
    <div
      ref={own}
      role="slider"
      tabIndex={0}
      aria-label="Frame"
      aria-valuemin={1}
      aria-valuemax={frames}
      aria-valuenow={frame + 1}
      data-testid="frame-strip"
      className="relative touch-none overflow-hidden border border-ink bg-paper-2"
      style={{ height: HEIGHT + 2 }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        seek(event);
      }}
      onPointerMove={(event) => event.buttons > 0 && seek(event)}
      onKeyDown={(event) => onStepKey(event, (by) => goToFrame(frame + by * (event.shiftKey ? 10 : 1), frames))}
    >
      <Prints
        frames={list.current.shown}
        each={framesOfDrawing(settings.drawings)}
        width={width}
        maker={maker}
        ready={ready}
      />
      {range && (
        <>
          <span className="absolute inset-y-0 left-0 bg-paper/75" style={{ width: (first * width) / frames }} />
          <span className="absolute inset-y-0 right-0 bg-paper/75" style={{ left: ((last + 1) * width) / frames }} />
        </>
      )}
      {keyed
        .filter((k) => k < frames)
        .map((k) => (
          <span
            key={k}
            aria-hidden
            className="absolute bottom-0 h-[7px] w-[7px] -translate-x-1/2 rotate-45 border border-ink bg-hot"
            style={{ left: placeOfFrame(scale, k) }}
          />
        ))}
      <span
        aria-hidden
        className="absolute inset-y-0 w-[2px] -translate-x-1/2 bg-hot outline outline-paper"
        style={{ left: placeOfFrame(scale, frame) }}
      />
    </div>
  );
}
