import type { Fill, MarkEdit } from '@chromatype/core';
import { Hand, X } from 'lucide-react';
import { setMarks } from '../../../../document/screen-edits.ts';
import { edit } from '../../../../document/store.ts';
import { Button } from '../../../../ui/Button.tsx';
import { Fold } from '../../../../ui/Fold.tsx';
import { toggleTool, useTools } from '../../../tools/tool-store.ts';

const count = (n: number): string => (n === 1 ? '1 mark' : `${n} marks`);
const short = (v: number): string => String(Number(v.toFixed(2)));

/** What an edit did, in words. */
function wordsOf({ does, marks, right, down, by, colour }: MarkEdit): string {
  const of = count(marks.length);
  switch (does) {
    case 'delete':
      return `${of} deleted`;
    case 'move':
      return `${of} moved by ${short(right)}, ${short(down)} mm`;
    case 'size':
      return `${of} sized ${short(by * 100)} %`;
    case 'turn':
      return `${of} turned by ${short(by)}°`;
    case 'colour':
      return `${of} coloured ${colour}`;
  }
}

/** What was done to single marks by hand: a list from which each can be taken back, and the tool for more. */
export function MarkEdits({ fill }: { readonly fill: Fill }) {
  const { edits } = fill.screen.marks;
  const tool = useTools((s) => s.tool);
  const set = (next: readonly MarkEdit[]) => edit(setMarks(fill.id, { edits: next }));
  return (
    <Fold
      title="By hand"
      note={edits.length === 0 ? '' : edits.length === 1 ? '1 edit' : `${edits.length} edits`}
      open={edits.length > 0}
    >
      <Button
        strong={tool === 'marks'}
        aria-pressed={tool === 'marks'}
        onClick={() => toggleTool('marks')}
        title="Choose marks on the sheet, then delete, move, size or colour them"
      >
        <Hand size={14} aria-hidden /> Choose marks on the sheet
      </Button>
      <ol aria-label="Edits by hand" className="grid max-h-[120px] gap-0.5 overflow-y-auto">
        {edits.map((one, k) => (
          <li key={k} className="flex h-6 items-center justify-between gap-2">
            <span className="min-w-0 truncate">{wordsOf(one)}</span>
            <button
              type="button"
              aria-label={`Take back: ${wordsOf(one)}`}
              title="Take this edit back"
              className="grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text"
              onClick={() => set(edits.toSpliced(k, 1))}
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
      {edits.length > 1 && (
        <Button onClick={() => set([])} title="Takes all edits by hand back">
          Restore all
        </Button>
      )}
    </Fold>
  );
}
