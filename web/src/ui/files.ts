/** Kinds of picture files that can be added. */
export const PICTURE_FILES =
  'image/png,image/jpeg,image/webp,image/tiff,image/gif,image/avif,image/svg+xml,.tif,.tiff,.svg';

/** Layered files. */
export const LAYERED_FILES = '.ora,image/openraster';

/** Lets a file be chosen; null when none is. */
export function chooseFile(accept: string): Promise<File | null> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.onchange = () => resolve(input.files?.[0] ?? null);
    input.oncancel = () => resolve(null);
    input.click();
  });
}

/** Offers text as a download. */
export const saveFile = (name: string, text: string, type: string): void => saveBlob(name, new Blob([text], { type }));

/** Offers a file as a download. */
export function saveBlob(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
