import { useEffect, useRef, useState } from 'react';
import { enginePool } from '../engine/pool.ts';
import { drawTile, greyOf, type Mark, TILE_FONTS, TILE_SIDE } from './marks.ts';
import { useTileWork } from './tile-work.ts';

export interface WorkTile {
  readonly canvas: OffscreenCanvas;
  /** The name under which the engine knows the tile as it is now; null until it does. */
  readonly hash: string | null;
  /** Goes up when the tile is drawn anew. */
  readonly stamp: number;
}

async function pictureOf(hash: string | null): Promise<ImageBitmap | null> {
  if (!hash) return null;
  const response = await fetch(`/api/pictures/${hash}/original`);
  return response.ok ? createImageBitmap(await response.blob()) : null;
}

/** Keeps the picture of the tile in work, and hands it to the engine while it is drawn. */
export function useWorkTile(halfDrop: boolean): WorkTile {
  const canvas = useRef<OffscreenCanvas | null>(null);
  canvas.current ??= new OffscreenCanvas(TILE_SIDE, TILE_SIDE);
  const { marks, held, base } = useTileWork();
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  const [fonts, setFonts] = useState(false);
  const [shown, setShown] = useState<{ hash: string | null; stamp: number }>({ hash: null, stamp: 0 });
  const known = useRef<string[]>([]);

  useEffect(() => {
    let gone = false;
    pictureOf(base)
      .then((made) => !gone && setPicture(made))
      .catch(() => {});
    return () => {
      gone = true;
    };
  }, [base]);
  useEffect(() => {
    void Promise.all(TILE_FONTS.map((font) => document.fonts.load(`600 100px "${font}"`))).then(() => setFonts(true));
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: letters are drawn anew when the fonts are there
  useEffect(() => {
    const all: readonly Mark[] = held ? [...marks, held] : marks;
    const context = canvas.current!.getContext('2d', { willReadFrequently: true })!;
    drawTile(context, TILE_SIDE, all, picture, halfDrop);
    const buffer = new SharedArrayBuffer(TILE_SIDE * TILE_SIDE);
    new Uint8Array(buffer).set(greyOf(context, TILE_SIDE));
    const hash = `tile in work ${crypto.randomUUID()}`;
    enginePool().addPicture({ hash, width: TILE_SIDE, height: TILE_SIDE, channels: 1, buffer });
    // The one before stays a while: the preview may still be printing it.
    known.current.push(hash);
    if (known.current.length > 8) enginePool().dropPicture(known.current.shift()!);
    setShown((before) => ({ ...before, hash, stamp: before.stamp + 1 }));
  }, [marks, held, picture, halfDrop, fonts]);

  return { canvas: canvas.current, ...shown };
}
