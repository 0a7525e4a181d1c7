import { Button } from '../ui/Button.tsx';

/** Says that a sheet could not be printed, with a way to try again. The last good picture stays in sight. */
export function PrintFailed({ onAgain }: { readonly onAgain: () => void }) {
  return (
    <p role="alert" className="absolute top-3 left-3 z-2 mr-3 flex items-center gap-2 bg-paper px-2 py-1">
      The sheet could not be printed. What you see is its last good picture; the job is unharmed.
      <Button onClick={onAgain}>Print again</Button>
    </p>
  );
}
