import { useCallback } from 'react';
import { useNavigate } from 'react-router';

/** Puts one value into the address, or takes it out, and leaves the others alone. Adds nothing to the history. */
export function useSetParam(): (name: string, value: string | null) => void {
  const navigate = useNavigate();
  return useCallback(
    (name, value) => {
      const params = new URLSearchParams(window.location.search);
      if (params.get(name) === value) return;
      if (value === null) params.delete(name);
      else params.set(name, value);
      navigate({ search: `?${params}` }, { replace: true });
    },
    [navigate],
  );
}
