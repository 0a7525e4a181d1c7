import { X } from 'lucide-react';
import type { BatchItem } from './use-pictures.ts';

interface Props {
  readonly items: readonly BatchItem[];
  remove(key: number): void;
}

/** The pictures of a batch, small, with what went wrong with any of them. */
export function PictureList({ items, remove }: Props) {
  return (
    <ul aria-label="Pictures of the batch" className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] gap-2">
      {items.map(({ key, name, share, picture, problem }) => (
        <li key={key} className="group relative" data-state={problem ? 'failed' : picture ? 'ready' : 'sending'}>
          <div className="grid h-[84px] place-items-center bg-surround p-1">
            {picture ? (
              <img src={`/api/pictures/${picture.hash}/thumb.png`} alt={name} className="max-h-[76px] max-w-full" />
            ) : problem ? (
              <span className="bg-paper px-1 text-[11px] text-hot-text">not taken</span>
            ) : (
              <progress max={1} value={share} aria-label={`Sending ${name}`} className="h-1.5 w-4/5 accent-hot" />
            )}
          </div>
          <p className={`truncate text-[11px] ${problem ? 'text-hot-text' : ''}`} title={problem ?? name} data-own>
            {problem ? `${name}: ${problem}` : name}
          </p>
          <button
            type="button"
            aria-label={`Leave out ${name}`}
            title="Leave out"
            className="absolute top-0 right-0 grid h-6 w-6 place-items-center bg-paper opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
            onClick={() => remove(key)}
          >
            <X size={13} aria-hidden />
          </button>
        </li>
      ))}
    </ul>
  );
}
