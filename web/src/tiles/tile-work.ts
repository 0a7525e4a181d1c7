import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { type Mark, TILE_FONTS, type Tool } from './marks.ts';

/** What a tile is drawn on: the picture of a saved tile, or white. */
export interface Drawing {
  readonly marks: readonly Mark[];
  readonly base: string | null;
}

interface TileWork extends Drawing {
  readonly past: readonly Drawing[];
  readonly future: readonly Drawing[];
  /** A mark under the hand, not yet put down. */
  readonly held: Mark | null;
  readonly name: string;
  readonly tool: Tool;
  readonly dark: number;
  readonly width: number;
  readonly filled: boolean;
  readonly text: string;
  readonly font: string;
  readonly size: number;
}

const MOST_STEPS = 200;
const EMPTY: Drawing = { marks: [], base: null };

/** The tile in work. It stays in this browser, so that a reload loses nothing. */
export const useTileWork = create<TileWork>()(
  persist(
    (): TileWork => ({
      ...EMPTY,
      past: [],
      future: [],
      held: null,
      name: 'Tile',
      tool: 'pen',
      dark: 1,
      width: 0.06,
      filled: true,
      text: 'Kite',
      font: TILE_FONTS[0],
      size: 0.3,
    }),
    {
      name: 'chromatype tile',
      storage: createJSONStorage(() => localStorage),
      partialize: ({ held: _held, past: _past, future: _future, ...kept }): Partial<TileWork> => kept,
    },
  ),
);

export function setTools(part: Partial<Omit<TileWork, keyof Drawing>>): void {
  useTileWork.setState(part);
}

function become(next: Drawing): void {
  const { marks, base, past } = useTileWork.getState();
  useTileWork.setState({ ...next, past: [...past.slice(-MOST_STEPS), { marks, base }], future: [], held: null });
}

export const putDown = (mark: Mark): void => {
  const { marks, base } = useTileWork.getState();
  become({ marks: [...marks, mark], base });
};

export const startFrom = (base: string | null, name: string): void => {
  become({ marks: [], base });
  useTileWork.setState({ name });
};

export function undoMark(): void {
  const { marks, base, past, future } = useTileWork.getState();
  const back = past.at(-1);
  if (back)
    useTileWork.setState({ ...back, past: past.slice(0, -1), future: [{ marks, base }, ...future], held: null });
}

export function redoMark(): void {
  const { marks, base, past, future } = useTileWork.getState();
  const next = future[0];
  if (next) useTileWork.setState({ ...next, past: [...past, { marks, base }], future: future.slice(1), held: null });
}
