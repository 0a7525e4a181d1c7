import type { ChainProps } from '../chain-props.ts';
import { Brush, ImagePlus } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { type StoredTile, useTiles } from '../../../api/tiles.ts';
import { newId, setFamilySettings, setTile } from '../../../document/edits.ts';
import { edit, useOpenJob } from '../../../document/store.ts';
import { usePictures } from '../../../engine/pictures.ts';
import { seamShows, seamText, useSeams } from '../../../engine/seams.ts';
import { chooseFile, PICTURE_FILES } from '../../../ui/files.ts';
import { sendPicture } from '../../add-picture.ts';
import { OwnFields } from './OwnFields.tsx';

/** Which picture repeats, how it is prepared, and whether it meets itself evenly. */
export function TileControls({ job, fill }: ChainProps) {
  const { tile } = fill.screen;
  const tiles = useTiles();
  const hash = job.pictures.find((p) => p.id === tile.picture)?.hash ?? null;
  const ready = usePictures((s) => (hash ? s.byHash[hash]?.state === 'ready' : false));
  const seams = useSeams(ready ? hash : null, tile);
  const id = useOpenJob((s) => s.id);
  const [params] = useSearchParams();
  const own = job.pictures.filter((p) => !tiles.some((t) => t.hash === p.hash && p.id !== tile.picture));
  const saved = tiles.filter((t) => !own.some((p) => p.hash === t.hash));

  function choose(value: string): void {
    const [kind, name] = [value.slice(0, 1), value.slice(2)];
    if (kind !== 't') edit(setFamilySettings(fill.id, 'tile', { picture: name || null }));
    else edit(setTile(fill.id, newId(), saved.find((t) => t.id === name) as StoredTile));
  }
  async function open(): Promise<void> {
    const file = await chooseFile(PICTURE_FILES);
    const stored = file && (await sendPicture(file));
    if (stored) edit(setTile(fill.id, newId(), stored));
  }

  return (
    <div className="pt-2">
      <div className="flex items-center gap-1">
        <select
          aria-label="Picture that repeats"
          value={`p:${tile.picture ?? ''}`}
          onChange={(e) => choose(e.target.value)}
          className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
        >
          <option value="p:">a plain spot</option>
          {own.length > 0 && (
            <optgroup label="Pictures of this job">
              {own.map((p) => (
                <option key={p.id} value={`p:${p.id}`}>
                  {p.name}
                </option>
              ))}
            </optgroup>
          )}
          {saved.length > 0 && (
            <optgroup label="Saved tiles">
              {saved.map((t) => (
                <option key={t.id} value={`t:${t.id}`}>
                  {t.name}
                </option>
              ))}
            </optgroup>
          )}
        </select>
        <button
          type="button"
          title="Use a picture file as the tile"
          aria-label="Use a picture file as the tile"
          className="grid h-6 w-6 place-items-center hover:text-hot-text"
          onClick={() => void open()}
        >
          <ImagePlus size={15} aria-hidden />
        </button>
        <Link
          to={`/jobs/${id}/tiles?${params}`}
          title="Draw or letter a tile"
          aria-label="Tile maker"
          className="grid h-6 w-6 place-items-center hover:text-hot-text"
        >
          <Brush size={15} aria-hidden />
        </Link>
      </div>
      {seams && (
        <p data-testid="seams" className={`pt-1 text-[11px] ${seamShows(seams) ? 'text-hot-text' : 'text-muted'}`}>
          {seamText(seams)}
        </p>
      )}
      <OwnFields fill={fill} family="tile" without={['picture']} />
    </div>
  );
}
