import { type CutOut, marksSuffice, NEW_CUT_OUT, type Picture, WHOLE_CROP } from '@chromatype/core';
import { FlipHorizontal2, RotateCcw, RotateCw } from 'lucide-react';
import { setPictureEdit } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { Fold } from '../../../ui/Fold.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { SliderRow } from '../../../ui/SliderRow.tsx';
import { SwitchField } from '../../../ui/SwitchField.tsx';
import { MarkControls } from '../../stencil/MarkControls.tsx';
import { BrushRows } from '../../tools/BrushRows.tsx';
import { NORMAL_BRUSH, setBrush, takeTool, toggleTool, useTools } from '../../tools/tool-store.ts';

const SIDES = [
  { key: 'left', label: 'Left' },
  { key: 'right', label: 'Right' },
  { key: 'top', label: 'Top' },
  { key: 'bottom', label: 'Bottom' },
] as const;

const LEAST = 0.01;

/** Cropping, quarter turns and mirroring: shared by every pass that takes the picture. */
export function CropControls({ picture }: { readonly picture: Picture }) {
  const tool = useTools((s) => s.tool);
  const { crop, turns, flip } = picture.edit;
  const turn = (by: number) => edit(setPictureEdit(picture.id, { turns: (turns + by + 4) % 4 }));
  const cropped = SIDES.some(({ key }) => crop[key] !== WHOLE_CROP[key]);
  return (
    <Fold
      title="Crop and turn"
      note={
        [cropped && 'cropped', turns > 0 && `${turns * 90}°`, flip && 'mirrored'].filter(Boolean).join(', ') || 'whole'
      }
    >
      <div className="flex flex-wrap gap-1">
        <Button strong={tool === 'crop'} aria-pressed={tool === 'crop'} onClick={() => toggleTool('crop')}>
          Crop on the sheet
        </Button>
        <Button aria-label="Turn left" title="A quarter turn to the left" onClick={() => turn(1)}>
          <RotateCcw size={14} aria-hidden />
        </Button>
        <Button aria-label="Turn right" title="A quarter turn to the right" onClick={() => turn(-1)}>
          <RotateCw size={14} aria-hidden />
        </Button>
        <Button
          aria-label="Mirror"
          aria-pressed={flip}
          title="Left becomes right"
          onClick={() => edit(setPictureEdit(picture.id, { flip: !flip }))}
        >
          <FlipHorizontal2 size={14} aria-hidden />
        </Button>
      </div>
      <div className="grid grid-cols-2 gap-x-4">
        {SIDES.map(({ key, label }) => {
          const near = key === 'left' || key === 'top';
          const other = crop[key === 'left' ? 'right' : key === 'right' ? 'left' : key === 'top' ? 'bottom' : 'top'];
          return (
            <NumberField
              key={key}
              label={label}
              about="Edge of the cropped area, in per cent of the picture."
              value={crop[key]}
              min={near ? 0 : other + LEAST}
              max={near ? other - LEAST : 1}
              step={0.01}
              normal={WHOLE_CROP[key]}
              format={PERCENT}
              onChange={(v) => edit(setPictureEdit(picture.id, { crop: { ...crop, [key]: v } }))}
            />
          );
        })}
      </div>
      <Button disabled={!cropped} onClick={() => edit(setPictureEdit(picture.id, { crop: WHOLE_CROP }))}>
        The whole picture
      </Button>
    </Fold>
  );
}

const many = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/** Taking the background away, by its colours and by hand. */
export function CutOutControls({ picture }: { readonly picture: Picture }) {
  const tool = useTools((s) => s.tool);
  const brush = useTools((s) => s.brush);
  const cut = picture.edit.cutOut;
  const change = (part: Partial<CutOut>) =>
    edit(setPictureEdit(picture.id, { cutOut: { ...(cut ?? NEW_CUT_OUT), ...part } }));
  return (
    <Fold
      title="Cut out"
      note={
        cut
          ? `${many(cut.picks.length, 'colour')}, ${many(cut.strokes.length + cut.marks.length, 'stroke')}`
          : 'whole picture'
      }
    >
      <div className="flex flex-wrap gap-1">
        <Button strong={tool === 'pick'} aria-pressed={tool === 'pick'} onClick={() => toggleTool('pick')}>
          Pick the background
        </Button>
        <Button
          strong={tool === 'cut-brush'}
          aria-pressed={tool === 'cut-brush'}
          onClick={() => {
            if (tool !== 'cut-brush' && brush.does === 'erase') setBrush({ does: 'lighten' });
            toggleTool('cut-brush');
          }}
        >
          Brush
        </Button>
        <Button strong={tool === 'cut-mark'} aria-pressed={tool === 'cut-mark'} onClick={() => toggleTool('cut-mark')}>
          Rough strokes
        </Button>
      </div>
      {tool === 'cut-mark' && <MarkControls picture={picture} />}
      {cut && cut.marks.length > 0 && (
        <div className="flex items-center justify-between gap-2">
          <span className="text-[11px] leading-tight text-muted">
            {marksSuffice(cut.marks)
              ? `${many(cut.marks.length, 'rough stroke')}: more of them mend the edge.`
              : 'Draw a stroke on the subject and one on what lies behind it.'}
          </span>
          <Button onClick={() => change({ marks: [] })}>Clear</Button>
        </div>
      )}
      {tool === 'cut-brush' && (
        <>
          <Choice
            label="The brush"
            value={brush.does}
            options={[
              { value: 'lighten', label: 'Takes away' },
              { value: 'darken', label: 'Brings back' },
              { value: 'erase', label: 'Undoes' },
            ]}
            onChange={(does) => setBrush({ does })}
          />
          <BrushRows brush={brush} normal={NORMAL_BRUSH} change={setBrush} />
          <SwitchField
            label="Keeps to edges"
            about="A stroke affects only colours like those under its middle, within the tolerance, so that it can be rough. Off, it affects all that it covers."
            value={(cut ?? NEW_CUT_OUT).keepsEdges}
            onChange={(keepsEdges) => change({ keepsEdges })}
          />
        </>
      )}
      {cut && (
        <>
          <ul className="flex flex-wrap gap-1" aria-label="Colours taken away">
            {cut.picks.map((pick, k) => (
              <li key={k}>
                <button
                  type="button"
                  title={`${pick.colour}: click to keep this colour again`}
                  aria-label={`Keep ${pick.colour} again`}
                  onClick={() => change({ picks: cut.picks.toSpliced(k, 1) })}
                  className="block h-6 w-6 border border-ink"
                  style={{ background: pick.colour }}
                />
              </li>
            ))}
          </ul>
          <SliderRow
            wide
            label="Tolerance"
            about="Colours within this distance of a picked one are removed (distance in OKLab)."
            value={cut.tolerance}
            min={0}
            max={0.5}
            step={0.005}
            normal={NEW_CUT_OUT.tolerance}
            format={PERCENT}
            onChange={(tolerance) => change({ tolerance })}
          />
          <SliderRow
            wide
            label="Soft edge"
            about="Colour distance over which the edge of the cut-out fades."
            value={cut.softness}
            min={0}
            max={0.3}
            step={0.005}
            normal={NEW_CUT_OUT.softness}
            format={PERCENT}
            onChange={(softness) => change({ softness })}
          />
          <SwitchField
            label="Joined areas only"
            about="Off, the picked colours are removed everywhere in the picture."
            value={cut.joined}
            onChange={(joined) => change({ joined })}
          />
          <Button
            onClick={() => {
              takeTool('none');
              edit(setPictureEdit(picture.id, { cutOut: null }));
            }}
          >
            The whole picture again
          </Button>
        </>
      )}
    </Fold>
  );
}
