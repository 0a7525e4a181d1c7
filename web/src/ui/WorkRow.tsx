import { Button } from './Button.tsx';

interface Props {
  /** What is being done, ending in an ellipsis. */
  readonly says: string;
  /** The share that is done, 0..1. */
  readonly share: number;
  onCancel(): void;
}

/** Work under way: what it is, how much of it is done, and a way to end it. */
export function WorkRow({ says, share, onCancel }: Props) {
  return (
    <div className="flex items-center justify-between gap-2">
      <span className="min-w-0">
        {says} <span className="font-mono">{Math.round(100 * share)} %</span>
      </span>
      <Button onClick={onCancel}>Cancel</Button>
    </div>
  );
}
