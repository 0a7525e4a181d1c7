import { enlargedToRatio, type Job, RATIOS } from '@chromatype/core';
import { edit } from '../../document/store.ts';
import { toast } from 'sonner';

/** Enlarges the sheet around the art to a ratio, in one step. */
export function RatioMenu({ job }: { readonly job: Job }) {
  return (
    <select
      aria-label="Enlarge the sheet around the art to a ratio"
      title="Enlarges the sheet around the art; what is on it stays where it is on the art"
      value=""
      onChange={(e) => {
        const ratio = RATIOS.find((r) => r.name === e.target.value);
        if (!ratio) return;
        const made = enlargedToRatio(job, ratio);
        if (typeof made === 'string') toast.error(made);
        else edit(() => made);
      }}
      className="h-6 border border-hairline bg-paper px-1 hover:border-ink"
    >
      <option value="">Enlarge to…</option>
      {RATIOS.map(({ name, label }) => (
        <option key={name} value={name}>
          {label}
        </option>
      ))}
    </select>
  );
}
