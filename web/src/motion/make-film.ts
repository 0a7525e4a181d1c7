import { unzip } from 'fflate';

/** Films that are put together in the browser. */
export const FILMS = [
  {
    name: 'mp4',
    label: 'Clip, MP4',
    codecs: ['avc', 'av1', 'vp9'],
    about: 'A film for phones, sites and editors; a little is lost.',
  },
  { name: 'webm', label: 'Clip, WebM', codecs: ['vp9', 'av1', 'vp8'], about: 'A film for sites; a little is lost.' },
] as const;

export type FilmName = (typeof FILMS)[number]['name'];
export const isFilmName = (name: string): name is FilmName => FILMS.some((f) => f.name === name);

/** Bits a second for a pixel a second: dots are edges everywhere, so that far more are kept than of photographs. */
const BITS_A_PIXEL = 0.9;
const LEAST_BITS = 2e6;
const MOST_BITS = 60e6;

/** Bits a second at which a film of a size is encoded. */
export const filmBits = (width: number, height: number, rate: number): number =>
  Math.round(Math.min(MOST_BITS, Math.max(LEAST_BITS, BITS_A_PIXEL * width * height * rate)));

/** Bytes of a film, nearly. */
export const filmBytes = (width: number, height: number, rate: number, seconds: number): number =>
  Math.round((filmBits(width, height, rate) * seconds) / 8);

/** Codecs take whole numbers of even pixels: one more row or column where that is needed. */
export const evenSide = (side: number): number => side + (side & 1);

export class FilmRefused extends Error {}

/** The codec that this browser encodes a film of a size with; null without one. */
export async function filmCodec(name: FilmName, width: number, height: number): Promise<string | null> {
  const { getFirstEncodableVideoCodec } = await import('mediabunny');
  const { codecs } = FILMS.find((f) => f.name === name)!;
  return getFirstEncodableVideoCodec([...codecs], { width: evenSide(width), height: evenSide(height), bitrate: 4e6 });
}

interface FilmFrame {
  readonly file: Uint8Array<ArrayBuffer>;
  readonly begins: number;
  readonly lasts: number;
}

/** The frames of an archive that a run made, with their times. */
export async function framesOfArchive(bytes: Uint8Array): Promise<FilmFrame[]> {
  const entries = await new Promise<Record<string, Uint8Array>>((resolve, reject) =>
    unzip(bytes, (error, files) => (error ? reject(error) : resolve(files))),
  );
  const [, ...lines] = new TextDecoder().decode(entries['times.csv']).trim().split('\n');
  return lines.map((line) => {
    const [name, begins, lasts] = line.split(',');
    return { file: entries[name!]! as Uint8Array<ArrayBuffer>, begins: Number(begins), lasts: Number(lasts) };
  });
}

/**
 * Encodes the frames of an archive as a film.
 * @param progress is called with the share done, 0..1
 * @throws FilmRefused where the browser has no codec for it
 */
export async function makeFilm(
  name: FilmName,
  archive: Uint8Array,
  rate: number,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<Blob> {
  const { BufferTarget, CanvasSource, Mp4OutputFormat, Output, WebMOutputFormat } = await import('mediabunny');
  const frames = await framesOfArchive(archive);
  const first = await createImageBitmap(new Blob([frames[0]!.file], { type: 'image/png' }));
  const [width, height] = [evenSide(first.width), evenSide(first.height)];
  const codec = await filmCodec(name, first.width, first.height);
  if (!codec)
    throw new FilmRefused(
      `This browser cannot encode ${name === 'mp4' ? 'MP4' : 'WebM'} of ${width} × ${height} pixels; take a GIF, a WebP or the frames, or make them smaller.`,
    );
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { alpha: false })!;
  const target = new BufferTarget();
  const output = new Output({ format: name === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat(), target });
  const source = new CanvasSource(canvas, {
    codec: codec as 'avc',
    bitrate: filmBits(width, height, rate),
    keyFrameInterval: 2,
  });
  output.addVideoTrack(source, { frameRate: rate });
  await output.start();
  try {
    for (const [k, { file, begins, lasts }] of frames.entries()) {
      signal.throwIfAborted();
      const picture = await createImageBitmap(new Blob([file], { type: 'image/png' }));
      context.drawImage(picture, 0, 0, picture.width, picture.height);
      // An odd size has one more row or column, which repeats the last.
      if (picture.width < width) context.drawImage(canvas, width - 2, 0, 1, height, width - 1, 0, 1, height);
      if (picture.height < height) context.drawImage(canvas, 0, height - 2, width, 1, 0, height - 1, width, 1);
      picture.close();
      // A drawing that stays is told anew in every frame, so that players that count frames show it as long.
      const count = Math.max(1, Math.round(lasts * rate));
      for (let n = 0; n < count; n++) await source.add(begins + n / rate, 1 / rate);
      progress((k + 1) / frames.length);
    }
    await output.finalize();
  } catch (error) {
    await output.cancel().catch(() => {});
    throw error;
  }
  return new Blob([target.buffer!], { type: name === 'mp4' ? 'video/mp4' : 'video/webm' });
}
