import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { ListedJob } from '../api/jobs.ts';
import { Button } from '../ui/Button.tsx';

interface Props {
  readonly job: ListedJob;
  close(): void;
  save(tags: readonly string[]): void;
}

const tagsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim().slice(0, 40))
      .filter(Boolean),
  ),
];

/** The tags of a job, divided by commas. */
export function TagsDialog({ job, close, save }: Props) {
  const [text, setText] = useState(job.tags.join(', '));
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content className="fixed top-1/3 left-1/2 z-50 w-[380px] -translate-x-1/2 border border-ink bg-paper p-4">
          <Dialog.Title className="text-[15px]">Tags of {job.title}</Dialog.Title>
          <Dialog.Description className="pb-2 text-muted">
            Words by which it is found, divided by commas.
          </Dialog.Description>
          <form
            className="grid gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              save(tagsOf(text).slice(0, 30));
            }}
          >
            <input
              aria-label="Tags"
              value={text}
              onChange={(e) => setText(e.target.value)}
              className="h-7 border-b border-hairline bg-transparent hover:border-ink"
            />
            <span className="flex justify-end gap-1.5">
              <Button onClick={close}>Cancel</Button>
              <Button type="submit" strong>
                Save the tags
              </Button>
            </span>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
