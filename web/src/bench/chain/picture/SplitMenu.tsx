import { fillOf, type InkSet, type Job, type Pass, splitPicture } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { DropdownMenu } from 'radix-ui';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useInkSets } from '../../../api/ink-sets.ts';
import { keepBefore } from '../../../api/versions.ts';
import { newId } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { useSetParam } from '../../../ui/use-set-param.ts';

const ITEM =
  'flex cursor-default items-center gap-2 px-2 py-1 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper';

/** Makes a pass of every ink of a set, fed by one separation of the picture. */
function split(job: Job, pass: Pass, set: InkSet, chosen: boolean, then: (pass: string) => void): void {
  try {
    const made = splitPicture(job, { set, from: pass.id, newId, chosen });
    keepBefore('before a split', job);
    edit(() => made.job);
    then(made.job.passes.find((p) => fillOf(p).feed.separation === made.separation)!.id);
    toast.success(made.said, { duration: 8000 });
  } catch (error) {
    toast.error(error instanceof Error ? error.message : String(error));
  }
}

export function SetColours({ set }: { readonly set: InkSet }) {
  return (
    <span className="flex" aria-hidden>
      {[...(set.base ? [set.base] : []), ...set.inks].slice(0, 8).map((ink, k) => (
        <span key={`${ink.name}${k}`} className="h-4 w-3 border border-ink" style={{ background: ink.colour }} />
      ))}
    </span>
  );
}

/** Splits the picture into inks. */
export function SplitMenu({ job, pass }: Pick<ChainProps, 'job' | 'pass'>) {
  const sets = useInkSets();
  const setParam = useSetParam();
  const items = (chosen: boolean, list: readonly InkSet[]) =>
    list.map((set) => (
      <DropdownMenu.Item
        key={set.name}
        className={ITEM}
        title={set.about}
        onSelect={() => split(job, pass, set, chosen, (first) => setParam('pass', first))}
      >
        <SetColours set={set} />
        {set.label}
      </DropdownMenu.Item>
    ));
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button title="Makes a pass of each ink of a set, with angles far apart">Split into …</Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={3}
          className="z-20 max-h-[70vh] w-[270px] overflow-y-auto border border-ink bg-paper py-1"
        >
          <DropdownMenu.Label className="px-2 py-1 text-[11px] text-muted">
            Nearest colours, for photos
          </DropdownMenu.Label>
          {items(false, sets)}
          <DropdownMenu.Separator className="my-1 border-t border-hairline" />
          <DropdownMenu.Label className="px-2 py-1 text-[11px] text-muted">
            Chosen inks, for flat art
          </DropdownMenu.Label>
          {items(
            true,
            sets.filter((s) => s.inks.every((ink) => ink.meets === 'overprint')),
          )}
          <DropdownMenu.Separator className="my-1 border-t border-hairline" />
          <DropdownMenu.Item className={ITEM} asChild>
            <Link to="/swatches">Own sets: Swatches …</Link>
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
