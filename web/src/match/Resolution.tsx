import { MM_PER_INCH, type PixelRegion } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { MM, PPI } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { SwitchField } from '../ui/SwitchField.tsx';
import { firstMarks, marksApart, type RulerMarks } from './Ruler.tsx';

/** Resolution of scans of which nothing is known. */
export const USUAL_PPI = 600;
export const [LEAST_PPI, MOST_PPI] = [50, 9600];

const within = (ppi: number): number => Math.min(MOST_PPI, Math.max(LEAST_PPI, ppi));

interface Props {
  readonly scan: StoredPicture;
  readonly region: PixelRegion;
  readonly ppi: number;
  /** Ends of a known length on the scan; null while none is measured. */
  readonly marks: RulerMarks | null;
  onPpi(ppi: number): void;
  onMarks(marks: RulerMarks | null): void;
}

/** The resolution of a scan: told, or found from the size of what was scanned or from a known length on it. */
export function Resolution({ scan, region, ppi, marks, onPpi, onMarks }: Props) {
  const mm = (pixels: number, of = ppi) => (pixels / of) * MM_PER_INCH;
  const known = (pixels: number) => (length: number) => onPpi(within((pixels / length) * MM_PER_INCH));
  const apart = marks ? marksApart(marks) : 0;
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1.5">
      <NumberField
        label="Scanned at"
        about="Pixels of the scan an inch of the print."
        value={ppi}
        min={LEAST_PPI}
        max={MOST_PPI}
        step={1}
        normal={USUAL_PPI}
        format={PPI}
        onChange={onPpi}
      />
      <NumberField
        label="Width"
        about="Width of what was scanned, where that is known better than the resolution."
        value={mm(scan.width)}
        min={5}
        max={2000}
        step={0.1}
        normal={mm(scan.width, USUAL_PPI)}
        format={MM}
        onChange={known(scan.width)}
      />
      <SwitchField
        label="Known length"
        about="Lays two marks over the scan; drag them to the ends of something whose length is known, such as a ruler, and type that."
        value={marks !== null}
        onChange={(on) => onMarks(on ? firstMarks(region) : null)}
      />
      {marks && apart > 0 && (
        <NumberField
          label="Length"
          about="Length between the two marks on paper; it tells the resolution."
          value={mm(apart)}
          min={0.5}
          max={2000}
          step={0.1}
          normal={mm(apart, USUAL_PPI)}
          format={MM}
          onChange={known(apart)}
        />
      )}
    </div>
  );
}
