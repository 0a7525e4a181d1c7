import { usePictures } from '../../../../engine/pictures.ts';
import { seamShows, seamText, useSeams } from '../../../../engine/seams.ts';
import type { ChainProps } from '../../chain-props.ts';

/** Whether a tile meets itself evenly where it repeats. */
export function TileSeams({ job, fill }: Pick<ChainProps, 'job' | 'fill'>) {
  const { tile } = fill.screen;
  const hash = job.pictures.find((p) => p.id === tile.picture)?.hash ?? null;
  const ready = usePictures((s) => (hash ? s.byHash[hash]?.state === 'ready' : false));
  const seams = useSeams(ready ? hash : null, tile);
  if (!seams) return null;
  return (
    <p
      data-testid="seams"
      className={`col-span-2 text-[11px] leading-tight ${seamShows(seams) ? 'text-hot-text' : 'text-muted'}`}
    >
      {seamText(seams)}
    </p>
  );
}
