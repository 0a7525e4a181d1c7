import { type CSSProperties, useEffect, useRef, useState } from 'react';
import { useSeen } from '../ui/use-seen.ts';
import { inTurn } from './in-turn.ts';

interface Props {
  readonly address: string;
  readonly title: string;
  readonly style: CSSProperties;
}

/** Prints are asked for when they are so close to the window. */
const NEAR = '400px';
/** Milliseconds after which a card says that its print is being made. */
const BUSY_AFTER = 200;

/** The small print of a job, asked for in its turn once it is near. What was shown last stays until the next is there. */
export function SmallPrint({ address, title, style }: Props) {
  const box = useRef<HTMLSpanElement>(null);
  const near = useSeen(box, true, NEAR);
  const [asked, setAsked] = useState<string | null>(null);
  const [here, setHere] = useState<string | null>(null);
  const [slow, setSlow] = useState(false);
  const done = useRef(() => {});
  useEffect(() => {
    if (!near) return;
    const timer = setTimeout(() => setSlow(true), BUSY_AFTER);
    const giveBack = inTurn((end) => {
      done.current = () => {
        clearTimeout(timer);
        setSlow(false);
        setHere(address);
        end();
      };
      setAsked(address);
    });
    return () => {
      clearTimeout(timer);
      giveBack();
    };
  }, [near, address]);
  return (
    <span
      ref={box}
      aria-busy={near && here !== address}
      className="relative grid shadow-[0_1px_8px_rgb(0_0_0/35%)]"
      style={style}
    >
      {asked && (
        <img
          src={asked}
          alt={`Print of ${title}`}
          onLoad={() => done.current()}
          onError={() => done.current()}
          className="h-full w-full"
        />
      )}
      {slow && <span className="absolute bottom-1 left-1 bg-paper px-1 text-[10px] text-muted">Printing …</span>}
    </span>
  );
}
