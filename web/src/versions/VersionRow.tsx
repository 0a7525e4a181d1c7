import { Trash2 } from 'lucide-react';
import type { Version } from '../api/versions.ts';
import { Button } from '../ui/Button.tsx';
import { timeText, versionName, whyText } from './version-words.ts';

interface Props {
  readonly version: Version;
  readonly chosen: boolean;
  choose(): void;
  restore(): void;
  remove(): void;
}

/** A kept state: what it is called, when and why it was kept. */
export function VersionRow({ version, chosen, choose, restore, remove }: Props) {
  const name = versionName(version);
  return (
    <li className="border-b border-hairline" data-version={version.id}>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={choose}
        className="block w-full px-2.5 py-1.5 text-left hover:bg-paper-2 aria-pressed:bg-ink aria-pressed:text-paper"
      >
        <span className="block truncate font-semibold" title={name} data-own>
          {name}
        </span>
        <span className={`block text-[11px] ${chosen ? '' : 'text-muted'}`}>
          {timeText(version.createdAt)}
          {version.name && version.why !== 'named' ? `, ${whyText(version).toLowerCase()}` : ''}
        </span>
      </button>
      {chosen && (
        <div className="flex items-center gap-1.5 px-2.5 py-1.5">
          <Button strong onClick={restore}>
            Bring it back
          </Button>
          <button
            type="button"
            aria-label={`Delete the version ${name}`}
            title="Delete this version"
            className="grid h-6 w-6 place-items-center hover:text-hot-text"
            onClick={remove}
          >
            <Trash2 size={14} aria-hidden />
          </button>
        </div>
      )}
    </li>
  );
}
