import { Link } from 'react-router';

/** The way to the view. */
export function CalibrateLink({ id }: { readonly id: string }) {
  return (
    <Link
      to={`/jobs/${id}/calibrate`}
      className="border border-ink px-2 py-0.5 text-center hover:bg-paper-2"
      title="Print a chart, scan it, and learn gain, colours and register of your press"
    >
      Measure the press
    </Link>
  );
}
