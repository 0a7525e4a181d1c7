import { levelFor, levelSize, memorySource, type Picture, type PictureSource } from '@chromatype/core';
import { create } from 'zustand';
import type { PictureBuffer } from './picture-buffer.ts';
import { enginePool } from './pool.ts';

export type PictureState =
  | { readonly state: 'loading'; readonly share: number }
  | { readonly state: 'ready' }
  | { readonly state: 'failed'; readonly message: string };

/** A reduced copy of a picture that the workers have; its own hash names its pixels. */
export interface ReducedCopy {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

interface KnownPictures {
  /** What is known of each picture's pixels in this page, by hash. */
  readonly byHash: Readonly<Record<string, PictureState>>;
  /** Reduced copies, by the hash of their picture: they are there long before all of its pixels. */
  readonly reduced: Readonly<Record<string, ReducedCopy>>;
}

export const usePictures = create<KnownPictures>(() => ({ byHash: {}, reduced: {} }));

const set = (hash: string, state: PictureState): void =>
  usePictures.setState(({ byHash }) => ({ byHash: { ...byHash, [hash]: state } }));

/** The same memory as the workers see, for what the page reads at once. */
const here = new Map<string, PictureSource>();

/** Pixels of a picture that has arrived; null while it is on its way. */
export const pictureHere = (hash: string): PictureSource | null => here.get(hash) ?? null;

/** Whether a picture can be looked at: whole or as a reduced copy. A state of the store goes in. */
export const canBeSeen = ({ byHash, reduced }: KnownPictures, hash: string): boolean =>
  byHash[hash]?.state === 'ready' || reduced[hash] !== undefined;

interface Size {
  readonly width: number;
  readonly height: number;
}

interface About extends Size {
  readonly channels: 1 | 4;
}

/** Share of the screen's longer side that a sheet takes at most when it is fitted. */
const SHEET_SHARE = 0.75;

/** Device pixels that a sheet has along its longer side when a job opens. */
const pixelsWanted = (): number => SHEET_SHARE * Math.max(innerWidth, innerHeight) * devicePixelRatio;

/** Brings a reduced copy to the workers: some megabytes instead of a hundred, so that a first picture comes soon. */
async function fetchReduced(hash: string, size: Size): Promise<void> {
  const level = levelFor(size, pixelsWanted());
  if (level === 0) return;
  const response = await fetch(`/api/pictures/${hash}/levels/${level}`);
  if (!response.ok) return;
  const bytes = new Uint8Array(await response.arrayBuffer());
  const buffer = new SharedArrayBuffer(bytes.length);
  new Uint8Array(buffer).set(bytes);
  const copy = { hash: `${hash}/${level}`, ...levelSize(size, level) };
  const channels = bytes.length === copy.width * copy.height ? 1 : 4;
  enginePool().addPicture({ ...copy, channels, buffer, copyOf: hash });
  usePictures.setState(({ reduced }) => ({ reduced: { ...reduced, [hash]: copy } }));
}

async function fetchWhole(hash: string, { width, height, channels }: About): Promise<PictureBuffer> {
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
  return { hash, width, height, channels, buffer };
}

async function aboutPicture(hash: string): Promise<About> {
  const about = await fetch(`/api/pictures/${hash}`);
  if (!about.ok) throw new Error(((await about.json()) as { message: string }).message);
  return (await about.json()) as About;
}

/** Brings a picture's pixels to the workers, a reduced copy first; nothing happens when they are there or on their way. */
export async function loadPicture({ hash, width, height }: Pick<Picture, 'hash' | keyof Size>): Promise<void> {
  if (!hash) return;
  const known = usePictures.getState().byHash[hash];
  if (known && known.state !== 'failed') return;
  set(hash, { state: 'loading', share: 0 });
  try {
    // Without a reduced copy there is no first look; the picture itself is what matters.
    const reduced = fetchReduced(hash, { width, height }).catch(() => {});
    const about = await aboutPicture(hash);
    // The reduced copy comes first, alone.
    await reduced;
    enginePool().addPicture(await fetchWhole(hash, about));
    set(hash, { state: 'ready' });
  } catch (error) {
    set(hash, { state: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
}

/** Lets the pixels of a picture go, here and in the workers: for frames of clips, of which one is looked at at a time. */
export function forgetPicture(hash: string): void {
  here.delete(hash);
  enginePool().dropPicture(hash);
  usePictures.setState(({ byHash, reduced }) => {
    const { [hash]: _, ...others } = byHash;
    const { [hash]: _copy, ...copies } = reduced;
    return { byHash: others, reduced: copies };
  });
}
