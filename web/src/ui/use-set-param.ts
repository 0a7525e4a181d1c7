import { useCallback } from 'react';
import { useNavigate } from 'react-router';

/**
 * Puts one value into the address, or takes it out, and leaves the others alone. Adds nothing to the history.
 * With `now` what hangs on it is shown before anything else happens, so that the next key goes to the new choice.
 */
export function useSetParam(now = false): (name: string, value: string | null) => void {
  const navigate = useNavigate();
  return useCallback(
    (name, value) => {
      const params = new URLSearchParams(window.location.search);
      if (params.get(name) === value) return;
      if (value === null) params.delete(name);
      else params.set(name, value);
      navigate({ search: `?${params}` }, { replace: true, flushSync: now });
    },
    [navigate, now],
  );
}
