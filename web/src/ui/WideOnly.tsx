import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { useNarrow } from './use-narrow.ts';

/** A view that needs a wide window; a narrow one says so and leads to what it can show. */
export function WideOnly({ children }: { readonly children: ReactNode }) {
  const { id } = useParams();
  if (!useNarrow()) return children;
  return (
    <div className="grid h-full content-center gap-2 p-6">
      <p>This view needs a window of at least 1000 pixels. On a phone you can look at jobs and their sheets.</p>
      <p>
        <Link to={id ? `/jobs/${id}` : '/'} className="underline">
          {id ? 'To the sheet' : 'To the Shelf'}
        </Link>
      </p>
    </div>
  );
}
