import type { Job } from '@chromatype/core';
import { neededPictures } from '../../engine/first-look.ts';
import { usePictures } from '../../engine/pictures.ts';

/** How far the pictures in use are loaded, or why one of them cannot be. */
export function LoadingNote({ job }: { readonly job: Job }) {
  const byHash = usePictures((s) => s.byHash);
  const states = neededPictures(job).map((hash) => byHash[hash]);
  const failed = states.find((s) => s?.state === 'failed');
  const shares = states.map((s) => (s?.state === 'ready' ? 1 : s?.state === 'loading' ? s.share : 0));
  const share = shares.reduce((a, b) => a + b, 0) / Math.max(1, shares.length);
  return (
    <p role="status" className="absolute bottom-3 left-3 bg-paper px-2 py-1">
      {failed?.state === 'failed' ? failed.message : `Loading the picture, ${Math.round(share * 100)} %`}
    </p>
  );
}
