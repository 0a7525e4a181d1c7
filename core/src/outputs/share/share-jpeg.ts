import { shareOutput } from './share-output.ts';

export const shareJpeg = shareOutput({
  name: 'share-jpeg',
  label: 'Picture, JPEG',
  about: 'A small file to be shown on screens, at any size.',
  ending: 'jpg',
  type: 'image/jpeg',
  encoded: 'jpeg',
  longest: 65535,
  alpha: false,
});
