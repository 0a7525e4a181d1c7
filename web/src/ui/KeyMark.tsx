import { useContext } from 'react';
import { keyName, MovesInTime, useKeying } from './keying.ts';

interface Props {
  readonly label: string;
  readonly about: string | undefined;
  /** Changes the setting to another value, whatever it is. */
  change(): void;
}

/** The diamond at the left edge of a control, in the room before it, that gives its setting a key at the time in sight, where things move in time. */
export function KeyMark({ label, about, change }: Props) {
  const moves = useContext(MovesInTime);
  const keying = useKeying((s) => s.keying);
  if (!keying || !moves) return null;
  const keyed = keying.keyed.has(keyName(label, about));
  return (
    <button
      type="button"
      aria-label={`Key for ${label}`}
      aria-pressed={keyed}
      title={
        keyed ? 'It has keys; a click gives it one at this frame' : 'Give it a key at this frame, so that it moves'
      }
      className="group absolute top-0 -left-[10px] grid h-6 w-[10px] cursor-pointer place-items-center"
      onClick={() => keying.add(label, change)}
    >
      <span className="block h-[7px] w-[7px] rotate-45 border border-muted group-hover:border-hot group-hover:bg-hot group-aria-pressed:border-ink group-aria-pressed:bg-hot" />
    </button>
  );
}
