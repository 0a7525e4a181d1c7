import { Pencil, Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import { deleteTile, renameTile, saveTile, type StoredTile, useTiles } from '../api/tiles.ts';
import { TextField } from '../ui/TextField.tsx';
import { startFrom } from './tile-work.ts';

async function said(work: Promise<unknown>): Promise<boolean> {
  try {
    await work;
    return true;
  } catch (error) {
    toast.error(error instanceof Error ? error.message : String(error));
    return false;
  }
}

async function remove({ id, name, hash }: StoredTile): Promise<void> {
  if (!(await said(deleteTile(id)))) return;
  toast(`${name} was deleted; jobs that print it keep it.`, {
    action: { label: 'Undo', onClick: () => void said(saveTile(name, hash)) },
  });
}

/** Saved tiles: go on drawing on one, rename it, delete it. */
export function TileList() {
  const tiles = useTiles();
  const tool = 'grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text';
  return (
    <section aria-label="Saved tiles">
      <h2 className="pt-3 pb-1 text-[13px]">Saved tiles</h2>
      {tiles.length === 0 && <p className="text-muted">None yet: draw one and save it.</p>}
      <ul className="grid gap-1">
        {tiles.map((tile) => (
          <li key={tile.id} className="flex items-center gap-2">
            <img
              src={`/api/pictures/${tile.hash}/thumb.png`}
              alt=""
              className="h-8 w-8 border border-ink object-cover"
            />
            <TextField
              label={`Name of the tile ${tile.name}`}
              value={tile.name}
              onChange={(name) => void said(renameTile(tile.id, name))}
              className="min-w-0 flex-1 border-transparent!"
            />
            <button
              type="button"
              className={tool}
              aria-label={`Draw on ${tile.name}`}
              title="Go on drawing on it"
              onClick={() => startFrom(tile.hash, tile.name)}
            >
              <Pencil size={13} aria-hidden />
            </button>
            <button
              type="button"
              className={tool}
              aria-label={`Delete ${tile.name}`}
              title="Delete"
              onClick={() => void remove(tile)}
            >
              <Trash2 size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
