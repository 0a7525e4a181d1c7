import { type MarkSettings, pieceNames } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { setMarks } from '../../../../document/screen-edits.ts';
import { edit, useOpenJob } from '../../../../document/store.ts';
import { enginePool } from '../../../../engine/pool.ts';
import { Fold } from '../../../../ui/Fold.tsx';
import { TextField } from '../../../../ui/TextField.tsx';
import type { ChainProps } from '../../chain-props.ts';

/** Colours that are listed at most; of more only their number is said. */
const MOST = 64;

interface Counted {
  readonly colour: string;
  readonly count: number;
}

/** The names of a palette with one of them changed. */
function named({ palette, names }: MarkSettings, colour: string, part: { name?: string; number?: string }): string {
  const known = pieceNames({ palette, names });
  return palette
    .map((c) => {
      const own = { ...known.get(c.toLowerCase())!, ...(c.toLowerCase() === colour ? part : {}) };
      return `${own.name}\t${own.number}`;
    })
    .join('\n');
}

/** How many pieces there are of each colour, with the names and stock numbers that the artist gives them. */
export function PieceList({ job, pass, fill }: ChainProps) {
  const { marks } = fill.screen;
  const [pieces, setPieces] = useState<{ readonly colours: readonly Counted[]; readonly whole: number } | null>(null);
  const waits = useOpenJob((s) => s.dragging);
  useEffect(() => {
    if (waits) return;
    let current = true;
    void enginePool()
      .sampler.marks(job, pass, fill.id)
      .then(({ colours }) => {
        if (!current) return;
        const counts = new Map<number, number>();
        for (const colour of colours) counts.set(colour, (counts.get(colour) ?? 0) + 1);
        const sorted = [...counts].sort((a, b) => b[1] - a[1]);
        setPieces({
          whole: colours.length,
          colours: sorted.map(([colour, count]) => ({ colour: `#${colour.toString(16).padStart(6, '0')}`, count })),
        });
      });
    return () => {
      current = false;
    };
  }, [job, pass, fill.id, waits]);
  const known = pieceNames(marks);
  const set = (colour: string, part: { name?: string; number?: string }) =>
    edit(setMarks(fill.id, { names: named(marks, colour, part) }));
  return (
    <Fold title="Pieces by colour" note={pieces ? `${pieces.whole} in ${pieces.colours.length} colours` : 'Counting…'}>
      {pieces && pieces.colours.length > MOST && (
        <p className="text-[11px] leading-tight text-muted">
          There are {pieces.colours.length} colours. Choose a palette to count pieces of each.
        </p>
      )}
      <ul aria-label="Pieces by colour" className="grid gap-0.5">
        {pieces &&
          pieces.colours.length <= MOST &&
          pieces.colours.map(({ colour, count }) => {
            const own = known.get(colour);
            return (
              <li key={colour} className="flex h-6 items-center gap-1.5" data-colour={colour}>
                <span className="h-4 w-4 shrink-0 border border-ink" style={{ background: colour }} title={colour} />
                {own ? (
                  <>
                    <span className="min-w-0 flex-1">
                      <TextField
                        className="w-full"
                        label={`Name of ${colour}`}
                        value={own.name}
                        onChange={(name) => set(colour, { name })}
                      />
                    </span>
                    <span className="w-[52px]">
                      <TextField
                        className="w-full"
                        label={`Stock number of ${colour}`}
                        value={own.number}
                        onChange={(number) => set(colour, { number })}
                      />
                    </span>
                  </>
                ) : (
                  <span className="flex-1">{colour}</span>
                )}
                <span className="w-[44px] text-right font-mono text-[11px]">{count}</span>
              </li>
            );
          })}
      </ul>
    </Fold>
  );
}
