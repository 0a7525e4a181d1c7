import { usePictures } from '../../../engine/pictures.ts';
import { seamShows, seamText, useSeams } from '../../../engine/seams.ts';
import type { ChainProps } from '../chain-props.ts';
import { OwnFields } from './OwnFields.tsx';

/** How a tile is prepared, and whether it meets itself evenly. */
export function TileControls({ job, fill }: ChainProps) {
  const { tile } = fill.screen;
  const hash = job.pictures.find((p) => p.id === tile.picture)?.hash ?? null;
  const ready = usePictures((s) => (hash ? s.byHash[hash]?.state === 'ready' : false));
  const seams = useSeams(ready ? hash : null, tile);
  return (
    <>
      {seams && (
        <p data-testid="seams" className={`text-[11px] ${seamShows(seams) ? 'text-hot-text' : 'text-muted'}`}>
          {seamText(seams)}
        </p>
      )}
      <OwnFields fill={fill} family="tile" without={['picture']} />
    </>
  );
}
