import { MM, PERCENT } from '../../ui/formats.ts';
import { SliderRow } from '../../ui/SliderRow.tsx';

/** What all brushes have. */
export interface BrushShape {
  /** mm on the sheet. */
  readonly size: number;
  readonly hardness: number;
  /** How much one stroke does, of 1, for brushes that can do less. */
  readonly strength?: number;
}

interface Props {
  readonly brush: BrushShape;
  /** The shape that a double click brings back. */
  readonly normal: BrushShape;
  change(part: Partial<BrushShape>): void;
  /** What the strength of a stroke does, for brushes that have one. */
  readonly strengthAbout?: string;
}

/** Size and hardness of a brush, and its strength where it has one. */
export function BrushRows({ brush, normal, change, strengthAbout }: Props) {
  return (
    <>
      <SliderRow
        wide
        label="Size"
        about="Width of the brush on the sheet."
        value={brush.size}
        min={0.5}
        max={100}
        step={0.5}
        normal={normal.size}
        format={MM}
        onChange={(size) => change({ size })}
      />
      <SliderRow
        wide
        label="Hardness"
        about="0 % is soft from the middle outwards, 100 % is full up to the edge."
        value={brush.hardness}
        min={0}
        max={1}
        step={0.01}
        normal={normal.hardness}
        format={PERCENT}
        onChange={(hardness) => change({ hardness })}
      />
      {strengthAbout && (
        <SliderRow
          wide
          label="Strength"
          about={strengthAbout}
          value={brush.strength ?? 1}
          min={0.02}
          max={1}
          step={0.01}
          normal={normal.strength ?? 1}
          format={PERCENT}
          onChange={(strength) => change({ strength })}
        />
      )}
    </>
  );
}
