/** Endings of pictures that are taken out of folders and archives. */
const PICTURE = /\.(png|jpe?g|webp|tiff?|gif|avif|svg)$/i;

/** Whether a name in a folder or an archive is that of a picture; hidden files are none. */
export const isPictureName = (path: string): boolean => {
  const name = path.split('/').at(-1)!;
  return PICTURE.test(name) && !name.startsWith('.');
};

const readAll = (reader: FileSystemDirectoryReader): Promise<FileSystemEntry[]> =>
  new Promise((resolve, reject) => {
    const all: FileSystemEntry[] = [];
    // A browser gives a hundred at a time.
    const next = () =>
      reader.readEntries((some) => {
        if (some.length === 0) resolve(all);
        else {
          all.push(...some);
          next();
        }
      }, reject);
    next();
  });

async function filesOfEntry(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile) {
    return [await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))];
  }
  const entries = await readAll((entry as FileSystemDirectoryEntry).createReader());
  const files: File[] = [];
  for (const inner of entries.sort((a, b) => a.name.localeCompare(b.name))) {
    for (const file of await filesOfEntry(inner)) if (isPictureName(file.name)) files.push(file);
  }
  return files;
}

/** The files of a drop; of folders, the pictures in them. What a drop holds must be asked for at once. */
export async function filesOfDrop(data: DataTransfer): Promise<File[]> {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry?.() ?? item.getAsFile());
  const files: File[] = [];
  for (const entry of entries) {
    if (entry instanceof File) files.push(entry);
    else if (entry) files.push(...(await filesOfEntry(entry)));
  }
  return files;
}
