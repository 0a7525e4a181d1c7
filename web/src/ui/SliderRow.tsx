import { memo } from 'react';
import { Slider } from 'radix-ui';
import { beginGesture, endGesture } from '../document/store.ts';
import { NumberField } from './NumberField.tsx';
import type { NumberFormat } from './number-text.ts';
import { sameShown, useSteady } from './steady.ts';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly normal: number;
  readonly format: NumberFormat;
  readonly about: string;
  /** Turns a value into a place 0..1 on the track and back, where even steps would not do. */
  readonly scale?: { toTrack(value: number): number; fromTrack(place: number): number };
  /** Room for a longer label. */
  readonly wide?: boolean;
  onChange(value: number): void;
}

const STEPS = 1000;

function SliderRowPart(props: Props) {
  const { label, value, min, max, step, normal, about, onChange } = props;
  const scale = props.scale ?? {
    toTrack: (v: number) => (v - min) / (max - min),
    fromTrack: (p: number) => min + p * (max - min),
  };
  const tidy = (v: number) => Math.min(max, Math.max(min, Number((Math.round(v / step) * step).toPrecision(12))));
  return (
    <div
      className={`grid items-center gap-2.5 ${props.wide ? 'grid-cols-[88px_1fr_58px]' : 'grid-cols-[62px_1fr_56px]'}`}
      title={about}
    >
      <span aria-hidden>{label}</span>
      <Slider.Root
        min={0}
        max={STEPS}
        value={[Math.round(scale.toTrack(value) * STEPS)]}
        onPointerDown={beginGesture}
        onValueChange={([place]) => onChange(tidy(scale.fromTrack(place! / STEPS)))}
        onValueCommit={endGesture}
        onDoubleClick={() => onChange(normal)}
        className="relative flex h-6 touch-none items-center"
      >
        <Slider.Track className="h-[3px] grow bg-hairline">
          <Slider.Range className="absolute h-[3px] bg-ink" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={`${Number((value * (props.format.shown ?? 1)).toFixed(2))} ${props.format.unit}`}
          className="block h-[14px] w-[5px] bg-hot"
        />
      </Slider.Root>
      <NumberField {...props} bare />
    </div>
  );
}

const Part = memo(SliderRowPart, sameShown);

/** A slider with its number beside it. A double click on either restores the normal value. */
export function SliderRow(props: Props) {
  return <Part {...useSteady(props)} />;
}
