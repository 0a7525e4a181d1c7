import type { Lab } from '@chromatype/core';

interface Props {
  readonly colour: string;
  readonly name: string;
  readonly lab: Lab;
  readonly measured: boolean;
  readonly note: string;
}

/** A swatch and what is known of it, where nothing of it can be changed. */
export function SwatchFacts({ colour, name, lab, measured, note }: Props) {
  return (
    <div className="flex h-12 items-center gap-3 border-b border-hairline">
      <span className="h-9 w-16 border border-ink" style={{ background: colour }} aria-hidden />
      <span className="w-40 truncate font-semibold">{name}</span>
      <span className="w-20 font-mono text-[11px]">{colour}</span>
      <span className="w-44 font-mono text-[11px]" title={measured ? 'L*a*b*, measured' : 'L*a*b*'}>
        {lab.map((v) => v.toFixed(1)).join('  ')}
        {measured ? ' m' : ''}
      </span>
      <span className="text-muted">{note}</span>
    </div>
  );
}
