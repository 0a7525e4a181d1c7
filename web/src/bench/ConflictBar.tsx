import { useNavigate } from 'react-router';
import { keepMineAsCopy, takeTheirs } from '../document/autosave.ts';
import { useOpenJob } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';

/** Two places changed one job: the artist says which to keep; nothing is overwritten before. */
export function ConflictBar() {
  const state = useOpenJob((s) => s.saveState);
  const message = useOpenJob((s) => s.message);
  const navigate = useNavigate();
  if (state === 'refused') {
    return (
      <p role="alert" className="absolute top-2 left-1/2 z-20 -translate-x-1/2 border border-ink bg-paper px-3 py-1.5">
        Not saved: {message}
      </p>
    );
  }
  if (state !== 'conflict') return null;
  async function copy(): Promise<void> {
    const id = await keepMineAsCopy();
    if (id) navigate(`/jobs/${id}`);
  }
  return (
    <div
      role="alert"
      className="absolute top-2 left-1/2 z-20 flex w-max max-w-[95%] -translate-x-1/2 items-center gap-3 border border-ink bg-paper px-3 py-2"
    >
      <span>This job was changed in another window. Yours is not saved.</span>
      <Button onClick={() => void takeTheirs()}>Take theirs</Button>
      <Button strong onClick={() => void copy()}>
        Keep mine as a copy
      </Button>
    </div>
  );
}
