import type { ChainProps } from '../chain-props.ts';
import { setTone } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { BrushRows } from '../../tools/BrushRows.tsx';
import { type Brush, NORMAL_BRUSH, setBrush, toggleTool, useTools } from '../../tools/tool-store.ts';

const DOES: readonly { value: Brush['does']; label: string; title: string }[] = [
  { value: 'lighten', label: 'Lighten', title: 'This pass prints less where you paint' },
  { value: 'darken', label: 'Darken', title: 'This pass prints more where you paint' },
  { value: 'erase', label: 'Erase', title: 'Brings the picture’s own tone back' },
];

/** Painting tone on the sheet by hand. */
export function PaintControls({ fill }: Pick<ChainProps, 'fill'>) {
  const tool = useTools((s) => s.tool);
  const brush = useTools((s) => s.brush);
  const { paint } = fill.tone;
  return (
    <div className="grid grid-cols-1 gap-1">
      <div className="flex items-center gap-1">
        <Button strong={tool === 'paint'} aria-pressed={tool === 'paint'} onClick={() => toggleTool('paint')}>
          {tool === 'paint' ? 'Lay the brush down' : 'Take the brush'}
        </Button>
        <span className="flex-1 text-right text-[11px] text-muted">
          {paint.length === 1 ? '1 stroke' : `${paint.length} strokes`}
        </span>
        <Button disabled={paint.length === 0} onClick={() => edit(setTone(fill.id, { paint: [] }))}>
          Clear
        </Button>
      </div>
      <Choice label="The brush" value={brush.does} options={DOES} onChange={(does) => setBrush({ does })} />
      <BrushRows
        brush={brush}
        normal={NORMAL_BRUSH}
        change={setBrush}
        strengthAbout="How far one stroke goes towards bare or solid; a pen’s pressure acts on it."
      />
    </div>
  );
}
