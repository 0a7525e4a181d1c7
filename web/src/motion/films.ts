import { clipLengthFault, frameSizeFault, MOST_CLIP_SECONDS } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';

/** How well frames are packed on their way to the server: films have lost more before. */
const QUALITY = 0.95;

/** Share of the packets of a film that must come out as frames: some hold none of their own. */
const WHOLE = 0.9;

/** A film that cannot be taken in, in one sentence. */
export class FilmError extends Error {}

/** How much longer than what is taken a film may say that it is: its last frame may end later than it counts. */
const ROUNDING = 0.5;

/** When frames begin, and how long the film is, in seconds: each ends where the next begins. */
export function endsOfFrames(begins: readonly number[], seconds: number): number[] {
  const first = begins[0] ?? 0;
  const usual = begins.length > 1 ? (begins.at(-1)! - first) / (begins.length - 1) : 1 / 24;
  return begins.map((_, k) => {
    const next = begins[k + 1] ?? Math.max(seconds, begins[k]! + usual * 0.5);
    return Number((next - first).toFixed(6));
  });
}

async function sent<T>(
  address: string,
  method: string,
  body: BodyInit | null,
  type: string,
  signal: AbortSignal,
): Promise<T> {
  const response = await fetch(`/api${address}`, { method, body, signal, headers: { 'Content-Type': type } });
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => ({}))) as { message?: string };
  if (!response.ok) throw new FilmError(answer.message ?? 'The server refused this film.');
  return answer as T;
}

/**
 * Decodes a film frame by frame in the browser and sends the frames to the server, which keeps the film by its hash.
 * @param progress is called with the share done, 0..1
 * @throws FilmError with one sentence when it cannot be used
 */
export async function sendFilm(
  file: File,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<StoredPicture> {
  const { ALL_FORMATS, BlobSource, CanvasSink, Input } = await import('mediabunny');
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(file) });
  try {
    const track = await input.getPrimaryVideoTrack().catch(() => {
      throw new FilmError('This film is damaged or of a kind that cannot be read; save it as MP4 or WebM.');
    });
    if (!track) throw new FilmError('This film has no picture track; only sound is in it.');
    if (!(await track.canDecode()))
      throw new FilmError(
        `This browser cannot decode ${track.codec ?? 'the codec of this film'}; save it as MP4 with H.264 or as WebM with VP9.`,
      );
    const seconds = await track.computeDuration();
    const told = await input.getDurationFromMetadata().catch(() => null);
    if (told && told <= MOST_CLIP_SECONDS && seconds < told * WHOLE)
      throw new FilmError('This film is cut short; fetch or save it again.');
    const { displayWidth: width, displayHeight: height } = track;
    const { packetCount } = await track.computePacketStats();
    const fault = clipLengthFault(packetCount, seconds - ROUNDING) ?? frameSizeFault({ width, height });
    if (fault) throw new FilmError(fault);
    return await sendFrames(
      { file, width, height, frames: packetCount, seconds },
      new CanvasSink(track, { poolSize: 2 }),
      progress,
      signal,
    );
  } finally {
    input.dispose();
  }
}

interface Film {
  readonly file: File;
  readonly width: number;
  readonly height: number;
  readonly frames: number;
  readonly seconds: number;
}

/** What gives the frames of a film one after the other. */
interface Frames {
  canvases(): AsyncGenerator<{ canvas: HTMLCanvasElement | OffscreenCanvas; timestamp: number } | null>;
}

/** A frame as a JPEG. */
function packed(canvas: HTMLCanvasElement | OffscreenCanvas): Promise<Blob> {
  if ('convertToBlob' in canvas) return canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new FilmError('A frame could not be packed.'))),
      'image/jpeg',
      QUALITY,
    ),
  );
}

async function sendFrames(
  film: Film,
  sink: Frames,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<StoredPicture> {
  const { file, width, height, frames, seconds } = film;
  const asked = new URLSearchParams({
    name: file.name,
    width: String(width),
    height: String(height),
    frames: String(frames),
    seconds: String(Math.min(MOST_CLIP_SECONDS, seconds)),
  });
  const OCTETS = 'application/octet-stream';
  const begun = await sent<{ id: string } | { picture: StoredPicture }>(
    `/clips?${asked}`,
    'POST',
    file,
    OCTETS,
    signal,
  );
  if ('picture' in begun) return begun.picture;
  const { id } = begun;
  const begins: number[] = [];
  try {
    let sending: Promise<unknown> = Promise.resolve();
    for await (const frame of sink.canvases()) {
      if (!frame) continue;
      signal.throwIfAborted();
      const place = begins.length;
      begins.push(frame.timestamp);
      const blob = await packed(frame.canvas);
      await sending;
      sending = sent(`/clips/${id}/frames/${place}`, 'PUT', blob, OCTETS, signal);
      progress((place + 1) / frames);
    }
    await sending;
    if (begins.length < frames * WHOLE)
      throw new FilmError(
        `This film is cut short: ${begins.length} of its ${frames} frames can be decoded. Fetch or save it again.`,
      );
    const ends = endsOfFrames(begins, seconds).map((end) => Math.min(end, MOST_CLIP_SECONDS));
    return await sent<StoredPicture>(`/clips/${id}/end`, 'POST', JSON.stringify({ ends }), 'application/json', signal);
  } catch (error) {
    void fetch(`/api/clips/${id}`, { method: 'DELETE' });
    if (signal.aborted) throw new FilmError('Cancelled.');
    throw error instanceof FilmError
      ? error
      : new FilmError('This film is damaged or cut short; fetch or save it again.');
  }
}
