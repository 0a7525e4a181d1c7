import { MOST_PASSES } from '@chromatype/core';
import { toast } from 'sonner';
import { type StoredArtwork, uploadArtwork } from '../api/artwork.ts';
import { type StoredPicture, uploadPicture } from '../api/pictures.ts';
import { addPicture, type Edit, newId } from '../document/edits.ts';
import { sheetOfPicture } from '../document/sheet-edits.ts';
import { addLayers, type Layer } from '../document/layer-edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import { FILM_FILES, isFilm } from '../ui/film-files.ts';
import { sendWithNote } from '../ui/send-with-note.ts';
import { LAYERED_FILES, PICTURE_FILES } from '../ui/files.ts';

type Upload<T> = (file: File, progress: (share: number) => void, signal: AbortSignal) => Promise<T>;

/** Sends a file to the server with its progress and a way to cancel; null when it was refused, which has been said. */
function sendFileWithNote<T>(file: File, upload: Upload<T>): Promise<T | null> {
  const name = file.name || 'picture';
  return sendWithNote(name, {
    send: (progress, signal) => upload(file, progress, signal),
    done: () => `${name} was added.`,
  });
}

/** Sends a picture to the server; null when it was refused, which has been said. */
export const sendPicture = (file: File): Promise<StoredPicture | null> => sendFileWithNote(file, uploadPicture);

const isLayered = (file: File): boolean => /\.ora$/i.test(file.name) || file.type === 'image/openraster';

/** The change that lays layers over what is there, in a sheet of their proportions if they are the first of the job. */
const layTogether =
  (size: Pick<StoredArtwork, 'width' | 'height' | 'widthMm' | 'heightMm'>, layers: readonly Layer[]): Edit =>
  (job) =>
    addLayers(layers)(job.pictures.length === 0 ? sheetOfPicture(size)(job) : job);

const refuse = (sentence: string): null => {
  toast.error(sentence, { duration: 12000 });
  return null;
};

/** Films are decoded by code that is loaded with the first of them. */
const sendFilmFile = async (file: File): Promise<StoredPicture | null> =>
  (await import('../motion/add-clip.ts')).sendClip([file]);

/** One picture or clip: a pass takes it. A drawing with a size on paper sets the sheet of a job that begins with it. */
async function oneOf(file: File, passId: string | null): Promise<Edit | null> {
  const stored = isFilm(file) ? await sendFilmFile(file) : await sendPicture(file);
  if (!stored) return null;
  return (job) => {
    const begins = stored.widthMm && job.pictures.length === 0;
    return addPicture(newId(), stored, passId)(begins ? sheetOfPicture(stored)(job) : job);
  };
}

/** Several pictures of one size: each becomes a pass, the first undermost. */
async function togetherOf(files: readonly File[]): Promise<Edit | null> {
  const stored: StoredPicture[] = [];
  for (const file of files) {
    const picture = await sendPicture(file);
    if (!picture) return null;
    stored.push(picture);
  }
  const [first, ...others] = stored as [StoredPicture, ...StoredPicture[]];
  const odd = others.find((p) => p.width !== first.width || p.height !== first.height);
  if (odd)
    return refuse(
      `Pictures that are dropped together must be of one size: ${first.name} has ${first.width} × ${first.height} pixels and ${odd.name} ${odd.width} × ${odd.height}.`,
    );
  const layers = stored.map((picture) => ({
    picture,
    name: picture.name.replace(/\.[^.]*$/, ''),
    opacity: 1,
    visible: true,
    mode: 'normal' as const,
  }));
  return layTogether({ width: first.width, height: first.height, widthMm: null, heightMm: null }, layers);
}

/** A layered file: each of its layers becomes a pass. */
async function layersOf(file: File): Promise<Edit | null> {
  const artwork = await sendFileWithNote(file, uploadArtwork);
  if (!artwork) return null;
  const shown = artwork.layers.filter((l) => l.visible).length;
  const notes = [
    ...artwork.notes,
    ...(shown > MOST_PASSES ? [`Only ${MOST_PASSES} passes print; the others are hidden.`] : []),
  ];
  if (notes.length > 0) toast(notes.join(' '), { duration: 12000 });
  return layTogether(artwork, artwork.layers);
}

/**
 * Sends files to the server and returns the change by which a job takes them: one picture for a pass, several as passes in
 * register, a layered file as its layers. Null when they were refused, which has been said.
 */
export async function editOfFiles(files: readonly File[], passId: string | null): Promise<Edit | null> {
  const layered = files.find(isLayered);
  if (layered && files.length > 1) return refuse('Drop a layered file alone; it brings all of its layers.');
  if (layered) return layersOf(layered);
  return files.length === 1 ? oneOf(files[0]!, passId) : togetherOf(files);
}

/** Adds files to the open job, in one step of undo; the chosen pass takes a picture that comes alone. */
export async function addFiles(files: readonly File[], passId: string | null): Promise<void> {
  if (files.length === 0) return;
  const { id } = useOpenJob.getState();
  const change = await editOfFiles(files, passId);
  if (change && useOpenJob.getState().id === id) edit(change);
}

/** Lets the artist choose files, then adds them. */
export function choosePictureFile(passId: string | null): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.multiple = true;
  input.accept = `${PICTURE_FILES},${LAYERED_FILES},${FILM_FILES},.zip`;
  input.onchange = () => void addFiles([...(input.files ?? [])], passId);
  input.click();
}
