import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import request from 'supertest';
import { startApp, type TestApp } from '../app.ts';

export const [WIDTH, HEIGHT, COUNT] = [96, 64, 7];
export const FRAME_BYTES = 4 * WIDTH * HEIGHT;
/** How long the frames of most clips are shown, in milliseconds. */
export const DURATIONS = [100, 50, 200, 100, 100, 30, 120];

/** Clips that Pillow (Debian's python3-pil) wrote, and their frames as it, or ffmpeg, shows them. */
export function makeClips() {
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-clips-'));
  execFileSync('/usr/bin/python3', [fileURLToPath(new URL('make-clips.py', import.meta.url)), folder]);
  return {
    folder,
    file: (name: string): Buffer => readFileSync(join(folder, name)),
    /** The frames of a clip, RGBA rows each. */
    frames(name: string): Buffer[] {
      const all = readFileSync(join(folder, `${name}.frames`));
      return Array.from({ length: all.length / FRAME_BYTES }, (_, k) =>
        all.subarray(k * FRAME_BYTES, (k + 1) * FRAME_BYTES),
      );
    },
    remove: (): void => rmSync(folder, { recursive: true, force: true }),
  };
}

/** RGBA of pixels with one channel or four. */
export function rgbaOf(bytes: Buffer): Buffer {
  if (bytes.length === FRAME_BYTES) return bytes;
  return Buffer.from(Array.from({ length: 4 * bytes.length }, (_, k) => (k % 4 === 3 ? 255 : bytes[k >> 2]!)));
}

/** The greatest difference of two pictures where both show something, and of their alpha. */
export function mostApart(a: Buffer, b: Buffer): { readonly colour: number; readonly alpha: number } {
  let [colour, alpha] = [0, 0];
  for (let k = 0; k < a.length; k += 4) {
    alpha = Math.max(alpha, Math.abs(a[k + 3]! - b[k + 3]!));
    if (a[k + 3] === 0 && b[k + 3] === 0) continue;
    for (let c = 0; c < 3; c++) colour = Math.max(colour, Math.abs(a[k + c]! - b[k + c]!));
  }
  return { colour, alpha };
}

/** A whole server for the tests of a file, and clips to send to it. */
export function clipServer() {
  const clips = makeClips();
  let server: TestApp;
  beforeAll(async () => {
    server = await startApp();
  });
  afterAll(async () => {
    await server.close();
    clips.remove();
  });
  const http = () => request(server.app.getHttpServer());
  return {
    clips,
    http,
    /** Its data folder. */
    data: (): string => server.data,
    /** Sends a file, as it is or with other bytes. */
    add: (name: string, bytes = clips.file(name)) =>
      http().post(`/api/pictures?name=${name}`).set('Content-Type', 'application/octet-stream').send(bytes),
  };
}
