import { toast } from 'sonner';
import type { StoredPicture } from '../api/pictures.ts';
import { sendPicture } from '../bench/add-picture.ts';
import { useFileDrop } from '../ui/use-file-drop.ts';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

/** Takes scans by drop or by choice: the file is stored, and told when it is there. Returns how to take one, and whether one is over the page. */
export function useScanFile(told: (stored: StoredPicture) => void): {
  readonly over: boolean;
  readonly take: (file: File) => void;
} {
  async function store(file: File): Promise<void> {
    const stored = await sendPicture(file);
    if (!stored) return;
    if (stored.clip) toast.error('A clip is no scan; choose a PNG, JPEG or TIFF of a print.');
    else told(stored);
  }
  const take = (file: File) => void store(file).catch(say);
  const over = useFileDrop(([file]) => file && take(file));
  return { over, take };
}
