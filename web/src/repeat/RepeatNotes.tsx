import { fillOf, type Job } from '@chromatype/core';
import type { SeamNote } from '../engine/swatch.ts';

interface Props {
  readonly job: Job;
  readonly seams: readonly SeamNote[];
}

const tidy = (v: number, digits: number): string => String(Number(v.toFixed(digits)));

/** How far a lattice was moved so that it repeats, in a few words. */
function movedBy({ turned, finer }: SeamNote): string {
  const percent = Number((100 * (finer - 1)).toFixed(2));
  const degrees = Number(turned.toFixed(2));
  if (percent === 0 && degrees === 0) return 'repeats as it is.';
  const rows = percent === 0 ? '' : `${Math.abs(percent)}\u00a0% ${percent > 0 ? 'finer' : 'coarser'}`;
  const angle = degrees === 0 ? '' : `turned by ${degrees}°`;
  return `${[rows, angle].filter(Boolean).join(', ')}.`;
}

function SeamLine({ job, note }: { readonly job: Job; readonly note: SeamNote }) {
  const pass = job.passes.find((p) => p.id === note.pass);
  if (!pass) return null;
  const { screen } = fillOf(pass);
  const { value, per } = screen.frequency;
  return (
    <li className="border-b border-hairline py-1" data-testid="seam-note" data-way={note.way}>
      <span className="font-semibold">{pass.name}</span>{' '}
      {note.way === 'snapped' ? (
        <>
          <span className="font-mono text-[11px]">
            {per === 'lpi' || per === 'lpcm'
              ? `${tidy(value * note.finer, 2)} ${per === 'lpi' ? 'lpi' : 'l/cm'}`
              : `${tidy(value / (per === 'across' ? 1 / note.finer : note.finer), 3)} ${per}`}{' '}
            {tidy(screen.angle + note.turned, 2)}°
          </span>
          : {movedBy(note)}
        </>
      ) : note.way === 'mirrored' ? (
        'meets its mirror image.'
      ) : (
        'has no lattice that could be set to the repeat: both edges are strewn into each other.'
      )}
    </li>
  );
}

/** Says of every pass by how much its frequency and angle were moved. */
export function RepeatNotes({ job, seams }: Props) {
  return (
    <section aria-label="How passes repeat">
      <h2 className="text-[13.5px]">How passes repeat</h2>
      <ul className="text-[12px] leading-snug">
        {seams.map((note) => (
          <SeamLine key={note.pass} job={job} note={note} />
        ))}
      </ul>
    </section>
  );
}
