/** Picture formats that can be taken in: sharp's name, what artists call it, and its endings. */
export interface PictureFormat {
  readonly name: string;
  readonly title: string;
  readonly endings: readonly string[];
}

export const PICTURE_FORMATS: readonly PictureFormat[] = [
  { name: 'png', title: 'PNG', endings: ['png', 'apng'] },
  { name: 'jpeg', title: 'JPEG', endings: ['jpg', 'jpeg', 'jpe', 'jfif'] },
  { name: 'webp', title: 'WebP', endings: ['webp'] },
  { name: 'tiff', title: 'TIFF', endings: ['tif', 'tiff'] },
  { name: 'gif', title: 'GIF', endings: ['gif'] },
  { name: 'heif', title: 'AVIF', endings: ['avif'] },
  { name: 'svg', title: 'SVG', endings: ['svg', 'svgz'] },
];

export const FORMAT_TITLES = 'PNG, JPEG, WebP, TIFF, GIF, AVIF or SVG';
