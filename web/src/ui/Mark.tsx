/** Chromatype's mark: growing dots. */
export function Mark() {
  return (
    <svg viewBox="0 0 34 12" width="34" height="12" aria-hidden>
      <circle cx="2" cy="6" r="1.3" className="fill-ink" />
      <circle cx="8" cy="6" r="2.2" className="fill-ink" />
      <circle cx="16" cy="6" r="3.6" className="fill-ink" />
      <circle cx="27.500" cy="6" r="5.500" className="fill-hot" />
    </svg>
  );
}
