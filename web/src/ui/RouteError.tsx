import { useEffect } from 'react';
import { Link, useRouteError } from 'react-router';
import { Button } from './Button.tsx';

/**
 * Shown in place of a view that stopped with an error. Leaving a view writes its job down, so both ways back open
 * the job as it was, with its steps of undo.
 */
export function RouteError() {
  const error = useRouteError();
  useEffect(() => console.error(error), [error]);
  const message = error instanceof Error ? error.message : String(error);
  return (
    <main className="grid h-full place-items-center p-6">
      <div role="alert" className="grid max-w-[520px] gap-3">
        <h1 className="text-[18px]">This view stopped with an error.</h1>
        <p>Your work is kept, with its steps of undo. Open the view again to go on.</p>
        <p className="text-muted text-[12px]">{message}</p>
        <p className="flex items-center gap-4">
          <Button onClick={() => window.location.reload()}>Open the view again</Button>
          <Link to="/" className="underline">
            To the Shelf
          </Link>
        </p>
      </div>
    </main>
  );
}
