import type { TileSettings } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { enginePool } from './pool.ts';

/** How much stronger a tile changes across its seams than inside. */
export interface Seams {
  readonly across: number;
  readonly down: number;
}

/** From here on a seam shows. */
const SHOWS = 2;

/** How a tile meets itself, with its settings applied; null until that is known. `hash`: a picture that the engine has. */
export function useSeams(hash: string | null, settings: TileSettings): Seams | null {
  const [seams, setSeams] = useState<Seams | null>(null);
  useEffect(() => {
    let gone = false;
    setSeams(null);
    if (hash) {
      void enginePool()
        .sampler.seams(hash, settings)
        .then((found) => !gone && setSeams(found));
    }
    return () => {
      gone = true;
    };
  }, [hash, settings]);
  return seams;
}

export const seamShows = ({ across, down }: Seams): boolean => Math.max(across, down) > SHOWS;

/** The same in one sentence. */
export function seamText(seams: Seams): string {
  if (!seamShows(seams)) return 'Seamless: it meets itself evenly.';
  const side = (name: string, value: number) =>
    value > SHOWS ? [`${name} (${value > 99 ? '>99' : value.toFixed(1)} × as strong as inside)`] : [];
  return `A seam shows ${[...side('left to right', seams.across), ...side('top to bottom', seams.down)].join(' and ')}.`;
}
