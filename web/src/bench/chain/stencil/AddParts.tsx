import { type Fill, type Job, MEETINGS, type Pass, partKindOf, type Stencil } from '@chromatype/core';
import { toast } from 'sonner';
import { Choice } from '../../../ui/Choice.tsx';
import { layPart, nextPart, subjectSource } from '../../stencil/draw-parts.ts';
import { MarkControls } from '../../stencil/MarkControls.tsx';
import {
  BACKGROUNDS,
  choosePart,
  type Drawing,
  NORMAL_STENCIL_BRUSH,
  setStencilBrush,
  setStencilTools,
  toggleDrawing,
  useStencilTools,
} from '../../stencil/stencil-tools.ts';
import { BrushRows } from '../../tools/BrushRows.tsx';
import { useTools } from '../../tools/tool-store.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
  readonly stencil: Stencil | null;
}

interface Tool {
  readonly name: string;
  readonly label: string;
  readonly about: string;
}

const DRAWN: readonly (Tool & { readonly name: Drawing })[] = [
  { name: 'rectangle', label: 'Rectangle', about: 'Drag it on the sheet.' },
  { name: 'ellipse', label: 'Ellipse', about: 'Drag it on the sheet.' },
  { name: 'polygon', label: 'Polygon', about: 'Click its corners on the sheet.' },
  { name: 'freehand', label: 'Freehand', about: 'Draw its outline on the sheet.' },
  { name: 'pen', label: 'Pen', about: 'Click and drag the nodes of a path of curves.' },
  { name: 'brush', label: 'Brush', about: 'Paint and erase on the sheet.' },
  { name: 'flood', label: 'Flood', about: 'Click inside an outline on the sheet.' },
  { name: 'subject', label: 'Subject', about: 'Rough strokes on the subject and behind it.' },
  { name: 'shape', label: 'Shape', about: 'A star, a drop, a leaf, or the outlines of an SVG file.' },
  { name: 'lettering', label: 'Lettering', about: 'Text as a stencil.' },
];

const MADE: typeof DRAWN = BACKGROUNDS.map((name) => {
  const { label, about } = partKindOf(name);
  return { name, label, about: `${about} Drag its box on the sheet.` };
});

const FOUND: readonly Tool[] = ['tone', 'colour', 'alpha', 'stencil', 'plate'].map((name) => {
  const { label, about } = partKindOf(name);
  return { name, label, about };
});

/** The first settings of a part that is found in what is there; a sentence where there is nothing to find it in. */
function foundIn(kind: string, { job, pass, fill, stencil }: Props): Readonly<Record<string, unknown>> | string {
  if (kind === 'stencil') {
    const other = job.stencils.find((s) => s.id !== stencil?.id);
    return other ? { stencil: other.id } : 'There is no other stencil yet.';
  }
  if (kind === 'plate') {
    const other = job.passes.find((p) => p.id !== pass.id);
    return other ? { pass: other.id } : 'There is no other pass yet.';
  }
  return subjectSource(job, fill) ?? 'There is no picture yet; add one first.';
}

/** Everything that a stencil can be made of, and what is in hand for it. */
export function AddParts(props: Props) {
  const { job, fill, stencil } = props;
  const tool = useTools((s) => s.tool);
  const { drawing, does, brush } = useStencilTools();
  const inHand = tool === 'stencil' ? drawing : null;
  const look =
    'h-6 border border-hairline px-[7px] text-[12px] leading-none hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-semibold aria-pressed:text-paper';
  const drawn = ({ name, label, about }: (typeof DRAWN)[number]) => (
    <button
      key={name}
      type="button"
      title={about}
      aria-pressed={inHand === name}
      className={look}
      onClick={() => {
        // A brush, a flood and strokes go on with the chosen part; everything else begins a new one.
        const goesOn = stencil?.parts.some((p) => p.id === useStencilTools.getState().part && p.kind === name);
        if (!goesOn) setStencilTools({ part: null });
        toggleDrawing(name);
      }}
    >
      {label}
    </button>
  );
  function find(kind: string): void {
    const settings = foundIn(kind, props);
    if (typeof settings === 'string') {
      toast(settings);
      return;
    }
    choosePart(null);
    layPart(fill.id, nextPart(kind, settings));
  }
  return (
    <section aria-label="Add to the stencil" className="grid gap-1">
      <div className="flex items-center justify-between gap-2">
        <span title="How the next part meets those before it">Next part</span>
        <Choice
          label="Next part"
          value={does}
          options={MEETINGS.map(({ name, label, about }) => ({ value: name, label, title: about }))}
          onChange={(value) => setStencilTools({ does: value })}
        />
      </div>
      <div className="flex flex-wrap gap-1" role="group" aria-label="Draw on the sheet">
        {DRAWN.map(drawn)}
      </div>
      <div className="flex flex-wrap gap-1" role="group" aria-label="Backgrounds and balloons">
        {MADE.map(drawn)}
      </div>
      <div className="flex flex-wrap gap-1" role="group" aria-label="From what is there">
        {FOUND.map(({ name, label, about }) => (
          <button key={name} type="button" title={about} className={look} onClick={() => find(name)}>
            {label}
          </button>
        ))}
      </div>
      {inHand === 'brush' && (
        <>
          <Choice
            label="The brush"
            value={brush.does}
            options={[
              { value: 'paint', label: 'Paints' },
              { value: 'erase', label: 'Erases' },
            ]}
            onChange={(value) => setStencilBrush({ does: value })}
          />
          <BrushRows brush={brush} normal={NORMAL_STENCIL_BRUSH} change={setStencilBrush} />
        </>
      )}
      {inHand === 'subject' && (
        <MarkControls picture={job.pictures.find((p) => p.id === subjectSource(job, fill)?.picture)} />
      )}
    </section>
  );
}
