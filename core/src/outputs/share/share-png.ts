import { shareOutput } from './share-output.ts';

export const sharePng = shareOutput({
  name: 'share-png',
  label: 'Picture, PNG',
  about: 'To be shown on screens, at any size; with its stock, or the ink alone on nothing.',
  ending: 'png',
  type: 'image/png',
  encoded: null,
  longest: 2147483647,
  alpha: true,
});
