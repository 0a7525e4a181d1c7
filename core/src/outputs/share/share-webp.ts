import { shareOutput } from './share-output.ts';

export const shareWebp = shareOutput({
  name: 'share-webp',
  label: 'Picture, WebP',
  about: 'A smaller file to be shown on screens, at any size; it can be transparent.',
  ending: 'webp',
  type: 'image/webp',
  encoded: 'webp',
  longest: 16383,
  alpha: true,
});
