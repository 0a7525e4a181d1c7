import { hexOfLight, type Ink, type Lab, labOfLight, solidLight } from '@chromatype/core';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { PERCENT } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { SwatchFacts } from './SwatchFacts.tsx';
import { SwatchFields } from './SwatchFields.tsx';

interface Props {
  readonly ink: Ink;
  /** Null where the set ships with the application. */
  onChange: ((ink: Ink) => void) | null;
  /** Its place among how many, where it can be moved. */
  readonly place?: readonly [at: number, of: number];
  onMove?(by: number): void;
  /** Left out where the set would be empty without it. */
  readonly onRemove?: (() => void) | undefined;
}

const PERFECT: Lab = [100, 0, 0];
const ICON = 'grid h-6 w-6 place-items-center hover:text-hot-text disabled:opacity-30 disabled:hover:text-ink';

const labOf = (ink: Ink): Lab =>
  ink.measured?.lab ?? (labOfLight(solidLight(ink)).map((v) => Number(v.toFixed(1))) as unknown as Lab);

/** What a chart told of the tones of an ink, in a few words; nothing where none was printed. */
function tonesOf({ tones }: Ink): string | null {
  const half = tones?.gain.find(({ x }) => x >= 0.5);
  return half ? `gain ${(100 * (half.y - half.x)).toFixed(0)} %, measured` : null;
}

/** One ink of a set: its solid, name, colour in both ways, and its opacity. */
export function InkRow({ ink, onChange, place, onMove, onRemove }: Props) {
  const lab = labOf(ink);
  const meets = ink.meets === 'light' ? 'adds light' : ink.opacity > 0.5 ? 'covers' : 'transparent';
  if (!onChange) {
    return (
      <li>
        <SwatchFacts colour={ink.colour} name={ink.name} lab={lab} measured={ink.measured !== null} note={meets} />
      </li>
    );
  }
  const measure = (next: Lab) => {
    const measured = { lab: next, stock: ink.measured?.stock ?? PERFECT };
    onChange({ ...ink, measured, colour: hexOfLight(solidLight({ ...ink, measured })) });
  };
  return (
    <li className="flex min-h-12 items-center gap-3 border-b border-hairline py-1">
      <SwatchFields
        kind="ink"
        labels={[`Colour of ${ink.name}`, `Solid of ${ink.name}`]}
        colour={ink.colour}
        name={ink.name}
        lab={lab}
        rename={(name) => onChange({ ...ink, name })}
        recolour={(colour) => onChange({ ...ink, colour, measured: null })}
        measure={measure}
      />
      {tonesOf(ink) && (
        <span className="text-[11px] text-muted" title="What a calibration chart told of its tones: splits print by it">
          {tonesOf(ink)}
        </span>
      )}
      <div className="w-[120px]">
        <NumberField
          label="Opacity"
          about="How much the ink hides what lies under it: 0 is transparent, 1 opaque."
          value={ink.opacity}
          min={0}
          max={1}
          step={0.01}
          normal={0}
          format={PERCENT}
          onChange={(opacity) => onChange({ ...ink, opacity })}
        />
      </div>
      <span className="flex">
        {place && onMove && (
          <>
            <button
              type="button"
              disabled={place[0] === 0}
              className={ICON}
              aria-label={`${ink.name} earlier`}
              onClick={() => onMove(-1)}
            >
              <ArrowUp size={14} aria-hidden />
            </button>
            <button
              type="button"
              disabled={place[0] === place[1] - 1}
              className={ICON}
              aria-label={`${ink.name} later`}
              onClick={() => onMove(1)}
            >
              <ArrowDown size={14} aria-hidden />
            </button>
          </>
        )}
        <button
          type="button"
          disabled={!onRemove}
          className={ICON}
          aria-label={`Remove ${ink.name}`}
          onClick={onRemove}
        >
          <Trash2 size={14} aria-hidden />
        </button>
      </span>
    </li>
  );
}
