import { zip } from 'fflate';
import { type StoredPicture, uploadArchive, uploadPicture } from '../api/pictures.ts';
import { addPicture, newId } from '../document/edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import { FILM_FILES, isFilm } from '../ui/film-files.ts';
import { sendWithNote } from '../ui/send-with-note.ts';
import { sendFilm } from './films.ts';

/** Files that come in as clips. */
const CLIP_FILES =
  'image/gif,image/webp,image/png,image/apng,.apng,.gif,.webp,.png,.jpg,.jpeg,.tif,.tiff,.zip,application/zip';

const inOrder = new Intl.Collator('en', { numeric: true }).compare;

/** Several stills as an archive of frames, as they are. */
async function archiveOf(files: readonly File[]): Promise<File> {
  const sorted = [...files].sort((a, b) => inOrder(a.name, b.name));
  const entries: Record<string, Uint8Array> = {};
  for (const [k, file] of sorted.entries())
    entries[`${String(k + 1).padStart(4, '0')}-${file.name}`] = new Uint8Array(await file.arrayBuffer());
  const packed = await new Promise<Uint8Array>((resolve, reject) =>
    zip(entries, { level: 0 }, (error, bytes) => (error ? reject(error) : resolve(bytes))),
  );
  return new File(
    [packed as Uint8Array<ArrayBuffer>],
    `${sorted[0]!.name.replace(/[\d\W]*\.[^.]*$/, '') || 'frames'}.zip`,
  );
}

/** Sends files in the way that suits them: films decoded, archives and several stills as archives, others as they are. */
async function sent(
  files: readonly File[],
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<StoredPicture> {
  const [first] = files as readonly [File];
  if (files.length > 1) return uploadArchive(await archiveOf(files), progress, signal);
  if (isFilm(first)) return sendFilm(first, progress, signal);
  return /\.zip$/i.test(first.name) ? uploadArchive(first, progress, signal) : uploadPicture(first, progress, signal);
}

/**
 * Sends a clip to the server, with its progress and a way to cancel: a film, an animation, an archive, or several stills
 * as its frames. Null when it was refused, which has been said.
 */
export function sendClip(files: readonly File[]): Promise<StoredPicture | null> {
  const name = files.length > 1 ? `${files.length} frames` : files[0]!.name;
  return sendWithNote(name, {
    send: (progress, signal) => sent(files, progress, signal),
    done: ({ clip }) => (clip ? `${clip.ends.length} frames were added.` : `${name} was added as a still.`),
    doing: files.length === 1 && isFilm(files[0]!) ? 'Decoding' : 'Adding',
  });
}

/** Takes clips into the open job, in one step of undo; the chosen pass prints them. */
export async function addClip(files: readonly File[], pass: string | null): Promise<void> {
  const { id } = useOpenJob.getState();
  const stored = await sendClip(files);
  if (stored && useOpenJob.getState().id === id) edit(addPicture(newId(), stored, pass));
}

/** Lets the artist choose the files of a clip, then adds it. */
export function chooseClip(pass: string | null): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.multiple = true;
  input.accept = `${CLIP_FILES},${FILM_FILES}`;
  input.onchange = () => {
    const files = [...(input.files ?? [])];
    if (files.length > 0) void addClip(files, pass);
  };
  input.click();
}
