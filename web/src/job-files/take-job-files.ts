import { toast } from 'sonner';
import { jobs } from '../api/jobs.ts';
import { isJobFile } from './job-file.ts';

/** Files divided into whole jobs and all else. */
export async function jobFilesAmong(
  files: readonly File[],
): Promise<{ readonly whole: readonly File[]; readonly others: readonly File[] }> {
  const kinds = await Promise.all(files.map(async (file) => ({ file, whole: await isJobFile(file) })));
  return {
    whole: kinds.filter((k) => k.whole).map((k) => k.file),
    others: kinds.filter((k) => !k.whole).map((k) => k.file),
  };
}

/** Takes job files in, and says what is not quite as it was. Returns the id of the last. */
export async function takeJobFiles(files: readonly File[]): Promise<string | null> {
  let last: string | null = null;
  for (const file of files) {
    const note = toast.loading(`Reading ${file.name} …`);
    try {
      const { id, title, notes } = await jobs.importFile(file);
      last = id;
      toast.success([`${title} is on the Shelf.`, ...notes].join(' '), { id: note });
    } catch (error) {
      toast.error(`${file.name}: ${error instanceof Error ? error.message : error}`, { id: note });
    }
  }
  return last;
}
