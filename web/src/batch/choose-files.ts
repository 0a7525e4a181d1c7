import { isPictureName } from './files-of-drop.ts';

/** Lets files or a whole folder be chosen; none when the artist changes their mind. */
export function chooseFiles(folder: boolean): Promise<File[]> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.multiple = true;
    if (folder) input.webkitdirectory = true;
    else input.accept = 'image/*,.tif,.tiff,.zip';
    input.onchange = () => {
      const files = [...(input.files ?? [])];
      resolve(folder ? files.filter((file) => isPictureName(file.name)) : files);
    };
    input.oncancel = () => resolve([]);
    input.click();
  });
}
