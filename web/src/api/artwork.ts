import type { BlendName } from '@chromatype/core';
import { type StoredPicture, sendFile } from './pictures.ts';

/** One layer of a layered file that the server has taken in, its picture as large as the whole artwork. */
export interface StoredLayer {
  readonly picture: StoredPicture;
  readonly name: string;
  /** 0..1. */
  readonly opacity: number;
  readonly visible: boolean;
  readonly mode: BlendName;
}

export interface StoredArtwork {
  readonly width: number;
  readonly height: number;
  /** Its size on paper, if the file states one. */
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  /** The undermost first. */
  readonly layers: readonly StoredLayer[];
  /** What could not be taken as it was, in plain sentences. */
  readonly notes: readonly string[];
}

/** Sends a layered file (OpenRaster) to the server, which answers with its layers or one plain sentence. */
export const uploadArtwork = (
  file: File,
  progress: (share: number) => void,
  signal?: AbortSignal,
): Promise<StoredArtwork> => sendFile<StoredArtwork>('/api/artwork', file, progress, signal);
