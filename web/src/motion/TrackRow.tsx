import {
  frameCount,
  type Job,
  periodOf,
  type Key,
  loopOffers,
  settingAt,
  settingOf,
  type Track,
} from '@chromatype/core';
import { Trash2 } from 'lucide-react';
import { type PointerEvent, useRef } from 'react';
import { editKey, editTrack, removeTrack, setKey } from '../document/motion-edits.ts';
import { beginGesture, edit, endGesture } from '../document/store.ts';
import { useRoom } from '../ui/use-room.ts';
import { goToFrame, setMotionView, useMotion } from './motion-store.ts';
import { onStepKey } from './step-keys.ts';
import { frameAtPlace, placeOfFrame } from './strip-places.ts';

/** What a track moves, in words: the pass and the setting. */
export function trackName(job: Job, { setting, pass, fill }: Track): string {
  const entry = settingAt(setting);
  const own = job.passes.find((p) => p.id === pass);
  const inFill = own?.fills.find((f) => f.id === fill)?.name;
  return [entry?.param.label ?? setting, [own?.name, inFill].filter(Boolean).join(', ')].join(' · ');
}

interface KeyProps {
  readonly track: Track;
  readonly entry: Key;
  readonly left: number;
  readonly chosen: boolean;
  frameAt(x: number): number;
  readonly rate: number;
  readonly frames: number;
}

/** One key: a click chooses it and goes there, a drag moves it in time. */
function KeyDot({ track, entry, left, chosen, frameAt, rate, frames }: KeyProps) {
  const at = useRef(entry.at);
  at.current = entry.at;
  const onMove = (event: PointerEvent<HTMLButtonElement>) => {
    if (event.buttons === 0) return;
    const to = frameAt(event.clientX) / rate;
    if (Math.abs(to - at.current) < 0.5 / rate) return;
    edit(editKey(track.id, at.current, { at: to }));
    setMotionView({ chosen: { track: track.id, at: to } });
  };
  return (
    <button
      type="button"
      aria-label={`Key at ${entry.at.toFixed(2)} seconds: ${String(entry.value)}`}
      aria-pressed={chosen}
      data-testid="key"
      className="absolute top-1/2 h-[11px] w-[11px] -translate-x-1/2 -translate-y-1/2 rotate-45 cursor-ew-resize touch-none border border-ink bg-paper hover:bg-hot aria-pressed:bg-hot"
      style={{ left }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        beginGesture();
        setMotionView({ chosen: { track: track.id, at: entry.at } });
        goToFrame(entry.at * rate, frames);
      }}
      onPointerMove={onMove}
      onPointerUp={endGesture}
      onPointerCancel={endGesture}
      onKeyDown={(event) =>
        onStepKey(event, (by) => {
          const to = Math.max(0, entry.at + by / rate);
          edit(editKey(track.id, entry.at, { at: to }));
          setMotionView({ chosen: { track: track.id, at: to } });
        })
      }
    />
  );
}

/** One track: what moves, its keys in time, and ways to close its loop. */
export function TrackRow({ job, track }: { readonly job: Job; readonly track: Track }) {
  const [lane, room] = useRoom();
  const width = room?.width ?? 0;
  const chosen = useMotion((s) => s.chosen);
  const frame = useMotion((s) => s.frame);
  const { rate, seconds } = job.motion.settings;
  const frames = frameCount(job.motion.settings);
  const scale = { width, frames };
  const frameAt = (x: number) => frameAtPlace(scale, x - lane.current!.getBoundingClientRect().left);
  const name = trackName(job, track);
  const rest = settingOf(job, track);
  const offers =
    typeof (track.keys[0]?.value ?? rest) === 'number'
      ? loopOffers(track.keys, typeof rest === 'number' ? rest : 0, periodOf(job, track), seconds)
      : [];
  return (
    <li
      className="grid grid-cols-[230px_minmax(0,1fr)_24px] items-center gap-2 border-b border-hairline"
      data-testid="track"
    >
      <span className="flex min-w-0 items-center gap-1.5">
        <input
          type="checkbox"
          aria-label={`${name} moves`}
          checked={track.on}
          onChange={() => edit(editTrack(track.id, (t) => ({ ...t, on: !t.on })))}
          className="accent-ink"
        />
        <span className="min-w-0 flex-1 truncate" title={name}>
          {name}
        </span>
        {offers.length > 0 && (
          <select
            aria-label={`Close the loop of ${name}`}
            title="Keys that bring the end back to the beginning"
            value=""
            onChange={(event) => {
              const offer = offers.find((o) => o.name === event.target.value);
              if (offer) edit(editTrack(track.id, (t) => ({ ...t, keys: offer.keys })));
            }}
            className="h-5 w-[64px] shrink-0 border border-hairline bg-paper text-[11px]"
          >
            <option value="">Loop …</option>
            {offers.map((o) => (
              <option key={o.name} value={o.name}>
                {o.label}
              </option>
            ))}
          </select>
        )}
      </span>
      <div
        ref={lane}
        role="group"
        aria-label={`Keys of ${name}`}
        title="A double click adds a key"
        className="relative h-6 bg-paper-2"
        onDoubleClick={(event) => edit(setKey(track, frameAt(event.clientX) / rate))}
      >
        <span aria-hidden className="absolute inset-y-0 w-px bg-hot" style={{ left: placeOfFrame(scale, frame) }} />
        {track.keys.map((entry) => (
          <KeyDot
            key={track.keys.indexOf(entry)}
            track={track}
            entry={entry}
            left={Math.min(width, placeOfFrame(scale, entry.at * rate))}
            chosen={chosen?.track === track.id && chosen.at === entry.at}
            frameAt={frameAt}
            rate={rate}
            frames={frames}
          />
        ))}
      </div>
      <button
        type="button"
        aria-label={`Take ${name} out`}
        title="This stands still again"
        className="grid h-6 w-6 place-items-center hover:text-hot-text"
        onClick={() => edit(removeTrack(track.id))}
      >
        <Trash2 size={13} aria-hidden />
      </button>
    </li>
  );
}
