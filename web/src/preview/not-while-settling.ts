import { pictureShown } from './picture-shown.ts';
import { sheetIsSettling } from './preview.ts';

/** Milliseconds for which small work waits at most for a sheet that settles. */
const PATIENCE = 250;

/** Resolves when no sheet settles, or after a short while: its workers have the processor before what is drawn beside it. */
export async function notWhileSettling(settling: () => boolean = sheetIsSettling): Promise<void> {
  const end = performance.now() + PATIENCE;
  while (settling() && performance.now() < end) await pictureShown();
}
