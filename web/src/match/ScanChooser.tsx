import { toast } from 'sonner';
import type { StoredPicture } from '../api/pictures.ts';
import { Button } from '../ui/Button.tsx';
import { chooseFile, PICTURE_FILES } from '../ui/files.ts';

interface Props {
  readonly scan: StoredPicture | null;
  /** Whether choosing one is the next thing to do. */
  readonly strong?: boolean;
  onTake(file: File): void;
}

/** The button that chooses a scan, and the name of the one at hand. */
export function ScanChooser({ scan, strong = false, onTake }: Props) {
  const choose = () =>
    void chooseFile(PICTURE_FILES)
      .then((file) => file && onTake(file))
      .catch((error: unknown) => toast.error(error instanceof Error ? error.message : String(error)));
  return (
    <div className="flex items-center gap-2">
      <Button strong={strong} onClick={choose}>
        {scan ? 'Another scan' : 'Choose a scan'}
      </Button>
      {scan && (
        <span className="min-w-0 truncate text-muted" title={scan.name} data-own>
          {scan.name}
        </span>
      )}
    </div>
  );
}

/** What is said over a view while a file is held over it. */
export const DropHere = ({ says }: { readonly says: string }) => (
  <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
    {says}
  </p>
);
