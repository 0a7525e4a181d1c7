import { type FormEvent, useState } from 'react';
import { session } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';
import { Mark } from '../ui/Mark.tsx';
import { useAccess } from './access-store.ts';

/** Asks for the server's password, over whatever is open. Unsaved work is kept in this browser meanwhile. */
export function SignIn() {
  const asked = useAccess((s) => s.asked);
  const [password, setPassword] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (!asked) return null;

  async function signIn(event: FormEvent): Promise<void> {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    try {
      await session.signIn(password);
      window.location.reload();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
      setBusy(false);
    }
  }

  return (
    <div
      role="dialog"
      aria-modal="true"
      aria-label="Sign in"
      className="fixed inset-0 z-50 grid place-items-center bg-surround p-4"
    >
      <form
        onSubmit={(event) => void signIn(event)}
        className="grid w-full max-w-[340px] gap-3 border border-ink bg-paper p-5"
      >
        <h1 className="flex items-center gap-2 text-[20px]">
          <Mark />
          Chromatype
        </h1>
        <p>This studio is shared. Sign in with its password.</p>
        <label className="grid gap-1">
          <span className="text-[11px] text-muted">Password</span>
          <input
            type="password"
            autoComplete="current-password"
            // biome-ignore lint/a11y/noAutofocus: the form is all there is to do
            autoFocus
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            className="h-[26px] min-w-0 border border-ink bg-paper px-2"
          />
        </label>
        {problem && (
          <p role="alert" className="text-hot-text">
            {problem}
          </p>
        )}
        <Button type="submit" strong disabled={busy || password === ''}>
          {busy ? 'Signing in …' : 'Sign in'}
        </Button>
      </form>
    </div>
  );
}
