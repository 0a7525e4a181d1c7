import { memorySource, type Picture, type PictureSource } from '@chromatype/core';
import { create } from 'zustand';
import { enginePool } from './pool.ts';

export type PictureState =
  | { readonly state: 'loading'; readonly share: number }
  | { readonly state: 'ready' }
  | { readonly state: 'failed'; readonly message: string };

/** What is known of each picture's pixels in this page, by hash. */
export const usePictures = create<{ readonly byHash: Readonly<Record<string, PictureState>> }>(() => ({ byHash: {} }));

const set = (hash: string, state: PictureState): void =>
  usePictures.setState(({ byHash }) => ({ byHash: { ...byHash, [hash]: state } }));

/** The same memory as the workers see, for what the page reads at once. */
const here = new Map<string, PictureSource>();

/** Pixels of a picture that has arrived; null while it is on its way. */
export const pictureHere = (hash: string): PictureSource | null => here.get(hash) ?? null;

interface About {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
}

async function fetchPixels(hash: string): Promise<void> {
  const about = await fetch(`/api/pictures/${hash}`);
  if (!about.ok) throw new Error(((await about.json()) as { message: string }).message);
  const { width, height, channels } = (await about.json()) as About;
  const response = await fetch(`/api/pictures/${hash}/pixels`);
  if (!response.ok || !response.body) throw new Error('The picture could not be fetched from the server.');
  const buffer = new SharedArrayBuffer(width * height * channels);
  const bytes = new Uint8Array(buffer);
  const reader = response.body.getReader();
  let at = 0;
  let told = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    bytes.set(value, at);
    at += value.length;
    if (at / bytes.length - told > 0.04) {
      told = at / bytes.length;
      set(hash, { state: 'loading', share: told });
    }
  }
  if (at !== bytes.length) throw new Error('The picture arrived incomplete; reload the page.');
  here.set(hash, memorySource(width, height, channels, bytes));
  await enginePool().addPicture({ hash, width, height, channels, buffer });
}

/** Brings a picture's pixels to the workers; nothing happens when they are there or on their way. */
export async function loadPicture({ hash }: Pick<Picture, 'hash'>): Promise<void> {
  if (!hash) return;
  const known = usePictures.getState().byHash[hash];
  if (known && known.state !== 'failed') return;
  set(hash, { state: 'loading', share: 0 });
  try {
    await fetchPixels(hash);
    set(hash, { state: 'ready' });
  } catch (error) {
    set(hash, { state: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
}
