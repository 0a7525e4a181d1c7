import { toast } from 'sonner';
import { type StoredPicture, uploadPicture } from '../api/pictures.ts';
import { addPicture, type Edit, newId, sheetOfPicture } from '../document/edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import { PICTURE_FILES } from '../ui/files.ts';

/** Sends a file to the server with its progress and a way to cancel; null when it was refused, which has been said. */
export async function sendPicture(file: File): Promise<StoredPicture | null> {
  const stop = new AbortController();
  const name = file.name || 'picture';
  const note = toast.loading(`Adding ${name}`, { action: { label: 'Cancel', onClick: () => stop.abort() } });
  try {
    const stored = await uploadPicture(
      file,
      (share) =>
        toast.loading(share < 1 ? `Adding ${name}, ${Math.round(share * 100)} %` : `Reading ${name}`, { id: note }),
      stop.signal,
    );
    toast.success(`${name} was added.`, { id: note, action: undefined, duration: 2500 });
    return stored;
  } catch (error) {
    toast.error(`${name}: ${error instanceof Error ? error.message : error}`, {
      id: note,
      action: undefined,
      duration: 9000,
    });
    return null;
  }
}

/** Adds files to the open job; the chosen pass takes the last of them. */
export async function addFiles(files: readonly File[], passId: string | null): Promise<void> {
  const { id } = useOpenJob.getState();
  for (const file of files) {
    const stored = await sendPicture(file);
    const open = useOpenJob.getState();
    if (!stored || open.id !== id) continue;
    // A drawing with a size on paper sets the sheet of a job that begins with it.
    const begins = stored.widthMm && open.job?.pictures.length === 0;
    const sheet: Edit = begins ? sheetOfPicture(stored) : (job) => job;
    edit((job) => addPicture(newId(), stored, passId)(sheet(job)));
  }
}

/** Lets the artist choose files, then adds them. */
export function choosePictureFile(passId: string | null): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.multiple = true;
  input.accept = PICTURE_FILES;
  input.onchange = () => void addFiles([...(input.files ?? [])], passId);
  input.click();
}
