import { Circle, Minus, Pencil, Redo2, Square, Trash2, Type, Undo2 } from 'lucide-react';
import { PERCENT } from '../ui/formats.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { SelectField } from '../ui/SelectField.tsx';
import { SwitchField } from '../ui/SwitchField.tsx';
import { TextField } from '../ui/TextField.tsx';
import { TILE_FONTS, type Tool } from './marks.ts';
import { redoMark, setTools, startFrom, undoMark, useTileWork } from './tile-work.ts';

const TOOLS: readonly { value: Tool; label: string; title: string; Icon: typeof Pencil }[] = [
  { value: 'pen', label: 'Pen', title: 'Draw freely', Icon: Pencil },
  { value: 'line', label: 'Line', title: 'Drag from end to end', Icon: Minus },
  { value: 'rectangle', label: 'Rectangle', title: 'Drag from corner to corner', Icon: Square },
  { value: 'ellipse', label: 'Ellipse', title: 'Drag from corner to corner of the box around it', Icon: Circle },
  { value: 'letters', label: 'Letters', title: 'Click where the middle of the letters goes', Icon: Type },
];

const FONT_OPTIONS = TILE_FONTS.map((name) => ({ name, label: name.replace(' Variable', '') }));

/** What the hand draws with. */
export function TileTools() {
  const { tool, dark, width, filled, text, font, size, past, future, marks, base } = useTileWork();
  const shape = tool === 'rectangle' || tool === 'ellipse';
  return (
    <div className="grid gap-1">
      <Choice label="Tool" value={tool} options={TOOLS} onChange={(next) => setTools({ tool: next })} />
      <NumberField
        label="Darkness"
        value={dark}
        min={0}
        max={1}
        step={0.05}
        normal={1}
        format={PERCENT}
        about="Dark parts of the tile print first; 0 % takes away."
        onChange={(value) => setTools({ dark: value })}
      />
      {tool === 'letters' ? (
        <>
          <div className="flex items-center justify-between gap-2">
            <span aria-hidden>Letters</span>
            <TextField
              label="Letters"
              value={text}
              onChange={(value) => setTools({ text: value })}
              className="w-[150px] text-right"
            />
          </div>
          <SelectField
            label="Font"
            about="Fonts that ship with the application."
            value={font}
            options={FONT_OPTIONS}
            onChange={(value) => setTools({ font: value })}
          />
          <NumberField
            label="Size"
            value={size}
            min={0.02}
            max={2}
            step={0.05}
            normal={0.3}
            format={PERCENT}
            about="Height of the letters against the tile."
            onChange={(value) => setTools({ size: value })}
          />
        </>
      ) : (
        <NumberField
          label="Width"
          value={width}
          min={0.005}
          max={0.6}
          step={0.01}
          normal={0.06}
          format={PERCENT}
          about="Width of the pen against the tile."
          onChange={(value) => setTools({ width: value })}
        />
      )}
      {shape && (
        <SwitchField
          label="Filled"
          about="Filled, or an outline."
          value={filled}
          onChange={(value) => setTools({ filled: value })}
        />
      )}
      <div className="flex gap-1.5 pt-1">
        <Button aria-label="Undo" title="Undo (Ctrl Z)" onClick={undoMark} disabled={past.length === 0}>
          <Undo2 size={14} aria-hidden />
        </Button>
        <Button aria-label="Redo" title="Redo (Ctrl Shift Z)" onClick={redoMark} disabled={future.length === 0}>
          <Redo2 size={14} aria-hidden />
        </Button>
        <Button
          title="Begin a new, empty tile; Undo brings this one back"
          onClick={() => startFrom(null, 'Tile')}
          disabled={marks.length === 0 && base === null}
        >
          <Trash2 size={13} aria-hidden /> Empty
        </Button>
      </div>
    </div>
  );
}
