import { useEffect, useState } from 'react';
import { session } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';

/** Ends the session of this browser; shown where the server asks for a password. */
export function SignOut() {
  const [needed, setNeeded] = useState(false);
  useEffect(() => {
    session.get().then(
      (now) => setNeeded(now.needed),
      () => {},
    );
  }, []);
  if (!needed) return null;
  return <Button onClick={() => void session.signOut().then(() => window.location.reload())}>Sign out</Button>;
}
