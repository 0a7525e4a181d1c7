import { resizedDesign } from '@chromatype/core';
import { edit } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';
import { MM } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { designBox } from './design-box.ts';

/** The size of the design in mm: another size keeps its middle and the sizes of its stones. */
export function DesignSize({ laid }: { readonly laid: SheetStones }) {
  const box = designBox(laid);
  if (!box) return null;
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const resize = (scale: number) =>
    edit((job) => resizedDesign(job, laid.fills, { scale, x: cx * (1 - scale), y: cy * (1 - scale) }));
  const tidy = (v: number) => Number(v.toFixed(1));
  return (
    <div className="grid grid-cols-2 gap-x-4" title="Stones keep their sizes and are laid again.">
      {(
        [
          ['Width', width],
          ['Height', height],
        ] as const
      ).map(([label, size]) => (
        <NumberField
          key={label}
          label={label}
          about={`${label} of the design; stones keep their sizes and are laid again.`}
          value={tidy(size)}
          min={1}
          max={5000}
          step={1}
          normal={tidy(size)}
          format={MM}
          onChange={(v) => resize(v / size)}
        />
      ))}
    </div>
  );
}
