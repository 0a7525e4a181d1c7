import { ChevronDown, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { useStation } from './open-station.ts';

interface Props {
  readonly title: string;
  /** What is set here, in a few words: all that a station shows of its settings while another one is open. */
  readonly note?: string;
  /** The note warns of something; `about` says of what. */
  readonly warns?: boolean;
  readonly about?: string;
  /** What leaves the station, small. */
  readonly thumb?: ReactNode;
  /** The thumbnail is shown only while the station is one line: its controls have a larger one. */
  readonly ownPicture?: boolean;
  /** Controls that are seldom needed: shown when the station is opened. */
  readonly more?: ReactNode;
  readonly children?: ReactNode;
}

/** Size of the thumbnail: beside the controls, or in a station that is one line. */
const BESIDE = 'w-[58px] max-h-[86px]';
const IN_LINE = 'h-[20px] w-[30px]';

/** One station of a fill's chain. */
export function Station({ title, note, warns = false, about, thumb, ownPicture = false, more, children }: Props) {
  const { mode, toggle } = useStation(title);
  const line = mode === 'line' || !children;
  const shown = mode !== 'line' && children;
  return (
    <section
      aria-label={`${title} station`}
      data-mode={mode}
      className={`relative border-b border-hairline px-2.5 ${line ? 'py-1' : 'py-1.5 [@media(max-height:740px)]:py-1'} ${mode === 'open' ? 'min-h-0 flex-1 overflow-y-auto' : 'shrink-0'}`}
    >
      <div className={`flex gap-2.5 ${line ? 'items-center' : ''}`}>
        {thumb && (line || !ownPicture) && (
          <div className={`shrink-0 overflow-hidden border border-ink ${line ? IN_LINE : `self-start ${BESIDE}`}`}>
            {thumb}
          </div>
        )}
        <div className="min-w-0 flex-1">
          <header className="flex min-h-6 items-center gap-2">
            <h2 className="text-[13.5px]">{title}</h2>
            <span
              className={`ml-auto min-w-0 truncate text-[11px] ${warns ? 'text-hot-text' : 'text-muted'}`}
              role={warns ? 'alert' : undefined}
              title={about ?? note}
            >
              {note}
            </span>
            {more && (
              <button
                type="button"
                aria-label={`More of ${title}`}
                aria-expanded={mode === 'open'}
                onClick={toggle}
                className={`-mr-1.5 grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text ${mode === 'line' ? 'after:absolute after:inset-0' : ''}`}
              >
                {mode === 'open' ? <ChevronDown size={13} aria-hidden /> : <ChevronRight size={13} aria-hidden />}
              </button>
            )}
          </header>
          {thumb && !ownPicture && shown}
        </div>
      </div>
      {(!thumb || ownPicture) && shown}
      {more && mode === 'open' && <div className="pt-2">{more}</div>}
    </section>
  );
}

/** A thumbnail fills the frame that its station gives it. */
export const THUMB = 'block h-full w-full object-cover';
