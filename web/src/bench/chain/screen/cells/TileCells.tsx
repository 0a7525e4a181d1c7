import { type Fill, type Job, MADE_TILES, OWN_TILE, type Picture } from '@chromatype/core';
import { Brush, ImagePlus } from 'lucide-react';
import { useEffect } from 'react';
import { Link, useSearchParams } from 'react-router';
import { type StoredTile, useTiles } from '../../../../api/tiles.ts';
import { newId } from '../../../../document/edits.ts';
import { setFamilySettings, setTile } from '../../../../document/screen-edits.ts';
import { edit, useOpenJob } from '../../../../document/store.ts';
import { loadPicture } from '../../../../engine/pictures.ts';
import { chooseFile, PICTURE_FILES } from '../../../../ui/files.ts';
import { sendPicture } from '../../../add-picture.ts';
import type { ChainProps } from '../../chain-props.ts';
import { CellChoice } from './CellChoice.tsx';
import type { Cell } from './cell.ts';
import { TileSeams } from './TileSeams.tsx';

const SPOT = '';
/** What names of tiles that are made here begin with: names of pictures are hashes. */
const MADE = 'made ';

/** A tile is known by its pixels, so that a saved one keeps its name when the job takes it. */
const nameOf = (picture: Picture): string => picture.hash ?? picture.id;

/** Tiles that are made here, from the seed of the screen. */
const madeCells = (fill: Fill): Cell[] =>
  MADE_TILES.map(({ name, label, about, group }) => ({
    name: `${MADE}${name}`,
    label,
    about,
    group,
    take: setFamilySettings(fill.id, 'tile', { made: name }),
  }));

/** Everything that can be a tile: a plain spot, the job's pictures, the saved tiles, and those that are made here. */
function tileCells(job: Job, fill: Fill, tiles: readonly StoredTile[]): Cell[] {
  const { picture } = fill.screen.tile;
  const own = job.pictures.filter((p) => !tiles.some((t) => t.hash === p.hash && p.id !== picture));
  const saved = tiles.filter((t) => !own.some((p) => p.hash === t.hash));
  return [
    {
      name: SPOT,
      label: 'Plain spot',
      about: 'A round spot, until a picture is chosen.',
      group: 'Built in',
      take: setFamilySettings(fill.id, 'tile', { picture: null, made: OWN_TILE }),
    },
    ...own.map((p) => ({
      name: nameOf(p),
      label: p.name,
      about: 'A picture of this job.',
      group: 'Pictures of this job',
      take: setFamilySettings(fill.id, 'tile', { picture: p.id, made: OWN_TILE }),
    })),
    ...saved.map((t) => ({
      name: t.hash,
      label: t.name,
      about: 'A saved tile.',
      group: 'Saved tiles',
      take: setTile(fill.id, newId(), t),
    })),
    ...madeCells(fill),
  ];
}

/** The picture that repeats, and ways to another one. */
export function TileCells({ job, pass, fill }: ChainProps) {
  const tiles = useTiles();
  const { made, picture } = fill.screen.tile;
  const own = job.pictures.find((p) => p.id === picture);
  const id = useOpenJob((s) => s.id);
  const [params] = useSearchParams();
  // Samples of saved tiles need their pixels.
  useEffect(() => {
    for (const tile of tiles) void loadPicture(tile);
  }, [tiles]);
  async function open(): Promise<void> {
    const file = await chooseFile(PICTURE_FILES);
    const stored = file && (await sendPicture(file));
    if (stored) edit(setTile(fill.id, newId(), stored));
  }
  const tool = 'flex h-6 items-center gap-1.5 hover:text-hot-text';
  return (
    <>
      <CellChoice
        job={job}
        pass={pass}
        label="Tile"
        cells={tileCells(job, fill, tiles)}
        chosen={made === OWN_TILE ? (own ? nameOf(own) : SPOT) : `${MADE}${made}`}
      />
      <div className="grid content-start gap-0.5">
        <button type="button" title="Use a picture file as the tile" className={tool} onClick={() => void open()}>
          <ImagePlus size={15} aria-hidden /> Open a file
        </button>
        <Link to={`/jobs/${id}/tiles?${params}`} title="Draw or letter a tile" className={tool}>
          <Brush size={15} aria-hidden /> Tile maker
        </Link>
      </div>
      {made === OWN_TILE && <TileSeams job={job} fill={fill} />}
    </>
  );
}
