import { filePicture, fillOf, TILE, withFill, OWN_TILE } from '@chromatype/core';
import type { Job, Pass } from '@chromatype/core';
import { ArrowLeft } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { uploadPicture } from '../api/pictures.ts';
import { deleteTile, saveTile, useTiles } from '../api/tiles.ts';
import { newId } from '../document/edits.ts';
import { setFamily, setTile } from '../document/screen-edits.ts';
import { JobGate } from '../document/JobGate.tsx';
import { edit, useOpenJob } from '../document/store.ts';
import { seamText, useSeams } from '../engine/seams.ts';
import { FrequencyField } from '../bench/chain/screen/FrequencyField.tsx';
import { OwnFields } from '../bench/chain/screen/OwnFields.tsx';
import { useChosen } from '../bench/use-chosen.ts';
import { Button } from '../ui/Button.tsx';
import { isTyping } from '../ui/is-typing.ts';
import { TextField } from '../ui/TextField.tsx';
import { DrawingBoard } from './DrawingBoard.tsx';
import { TILE_SIDE } from './marks.ts';
import { TileList } from './TileList.tsx';
import { TileSheet } from './TileSheet.tsx';
import { TileTools } from './TileTools.tsx';
import { redoMark, setTools, undoMark, useTileWork } from './tile-work.ts';
import { useWorkTile, type WorkTile } from './use-work-tile.ts';

const IN_WORK = 'tile-in-work';

/** The job as it would be if the pass printed the tile in work. */
function withWorkTile(job: Job, pass: Pass, hash: string): { job: Job; pass: Pass } {
  const tile = { ...fillOf(pass).screen.tile, picture: IN_WORK, made: OWN_TILE };
  const changed = { ...withFill(pass, { screen: { ...fillOf(pass).screen, family: 'tile', tile } }), on: true };
  const picture = filePicture({ id: IN_WORK, name: 'Tile in work', hash, width: TILE_SIDE, height: TILE_SIDE });
  return {
    pass: changed,
    job: {
      ...job,
      pictures: [...job.pictures, picture],
      passes: job.passes.map((p) => (p.id === pass.id ? changed : p)),
    },
  };
}

async function save(tile: WorkTile, name: string, fill: string, known: readonly { id: string; name: string }[]) {
  try {
    const blob = await tile.canvas.convertToBlob({ type: 'image/png' });
    const stored = await uploadPicture(new File([blob], `${name}.png`, { type: 'image/png' }), () => {});
    const before = known.filter((t) => t.name === name);
    await saveTile(name, stored.hash);
    for (const old of before) await deleteTile(old.id);
    edit((job) => setFamily(fill, 'tile')(setTile(fill, newId(), { ...stored, name })(job)));
    toast.success(before.length > 0 ? `${name} was saved in place of the one before.` : `${name} was saved.`);
  } catch (error) {
    toast.error(`The tile was not saved. ${error instanceof Error ? error.message : error}`);
  }
}

function OpenTileMaker({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { pass, fill } = useChosen(job);
  const [params] = useSearchParams();
  const { name, held } = useTileWork();
  const tiles = useTiles();
  const screen = fillOf(pass ?? job.passes[0]!).screen;
  const halfDrop = screen.tile.repeat === 'half-drop';
  const tile = useWorkTile(halfDrop);
  const seams = useSeams(held ? null : tile.hash, screen.tile);
  const shown = useMemo(() => (pass && tile.hash ? withWorkTile(job, pass, tile.hash) : null), [job, pass, tile.hash]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) redoMark();
      else undoMark();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  if (!pass || !fill) return <p className="grid h-full place-items-center">This job has no pass to print a tile.</p>;
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <header className="flex items-center gap-3 border-b border-ink bg-paper px-3">
        <Link to={`/jobs/${id}?${params}`} className="flex items-center gap-1 font-semibold" title="Back to the Bench">
          <ArrowLeft size={15} aria-hidden /> Bench
        </Link>
        <h1 className="font-head text-[17px] font-bold">Tile maker</h1>
        <span className="flex-1" />
        <TextField
          label="Name of the tile"
          value={name}
          onChange={(next) => setTools({ name: next })}
          className="w-[180px]"
        />
        <Button strong onClick={() => void save(tile, name, fill.id, tiles)}>
          Save tile
        </Button>
      </header>
      <main className="grid min-h-0 grid-cols-[250px_minmax(320px,1fr)_minmax(360px,1.2fr)]">
        <div className="min-h-0 overflow-y-auto border-r border-ink bg-paper p-3">
          <TileTools />
          <h2 className="pt-3 pb-1 text-[13px]">Screen of {pass.name}</h2>
          <FrequencyField job={job} fill={fill} />
          <OwnFields fill={fill} family="tile" without={['picture', 'made']} />
          {screen.family !== TILE.name && (
            <Button className="mt-2" onClick={() => edit(setFamily(fill.id, 'tile'))}>
              Print {pass.name} with a tile
            </Button>
          )}
          <TileList />
        </div>
        <div className="grid min-h-0 grid-cols-[minmax(0,520px)] place-content-center gap-2 overflow-y-auto border-r border-ink bg-paper-2 p-4">
          <DrawingBoard tile={tile.canvas} stamp={tile.stamp} halfDrop={halfDrop} />
          <p className="min-h-[34px] text-[11px] text-muted" data-testid="tile-seam">
            The framed square repeats; what crosses an edge comes in at the other. {seams && seamText(seams)}
          </p>
        </div>
        {shown ? <TileSheet {...shown} drawing={held !== null} /> : <div className="bg-surround" />}
      </main>
    </div>
  );
}

/** Draws a tile on a repeating cell while the sheet prints it. */
export function TileMaker() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Tile maker">
      <OpenTileMaker id={id} />
    </JobGate>
  );
}
