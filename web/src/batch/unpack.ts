import { isPictureName } from './files-of-drop.ts';

/** Bytes that the pictures of an archive may have, unpacked. */
const MOST_BYTES = 2e9;

/** The pictures of a ZIP archive. @throws Error with one plain sentence */
export async function picturesOfZip(file: File): Promise<File[]> {
  const { unzip } = await import('fflate');
  const bytes = new Uint8Array(await file.arrayBuffer());
  let total = 0;
  const members = await new Promise<Record<string, Uint8Array>>((resolve, reject) => {
    unzip(
      bytes,
      {
        filter: ({ name, originalSize }) => {
          if (!isPictureName(name)) return false;
          total += originalSize;
          return total <= MOST_BYTES;
        },
      },
      (error, found) => (error ? reject(new Error('it is not a ZIP archive that can be opened.')) : resolve(found)),
    );
  });
  if (total > MOST_BYTES) throw new Error('its pictures are larger than 2 GB together; make two of it.');
  return Object.keys(members)
    .sort()
    .map((name) => new File([members[name]! as Uint8Array<ArrayBuffer>], name.split('/').at(-1)!));
}
