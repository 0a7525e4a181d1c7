import {
  type Confidence,
  DOT_SHAPES,
  type Findings,
  hexOfLight,
  inkNames,
  type MatchedInk,
  type MatchSettings,
  type PixelRegion,
} from '@chromatype/core';
import { DEGREES, MM, PERCENT } from '../ui/formats.ts';
import type { NumberFormat } from '../ui/number-text.ts';
import { SelectField } from '../ui/SelectField.tsx';
import { SliderRow } from '../ui/SliderRow.tsx';
import { ScreenOnScan } from './ScreenOnScan.tsx';

const LPI: NumberFormat = { unit: 'lpi', digits: 1 };

const WORDS: Readonly<Record<Confidence, string>> = {
  high: 'sure',
  medium: 'likely',
  low: 'a guess',
  none: 'cannot be known',
};

/** How sure something is, in words and by the number of filled squares. */
export function Sureness({ of }: { readonly of: Confidence }) {
  const filled = { high: 3, medium: 2, low: 1, none: 0 }[of];
  return (
    <span className="flex shrink-0 items-center gap-1 text-[11px] text-muted">
      <span aria-hidden className="flex gap-px">
        {[0, 1, 2].map((k) => (
          <span key={k} className={`h-1.5 w-1.5 border border-ink ${k < filled ? 'bg-ink' : ''}`} />
        ))}
      </span>
      {WORDS[of]}
    </span>
  );
}

interface Props {
  readonly findings: Findings;
  readonly settings: MatchSettings;
  /** What the scan tells, to which a double click returns. */
  readonly found: MatchSettings;
  /** The scan, its region and its pixels an inch. */
  readonly hash: string;
  readonly region: PixelRegion;
  readonly ppi: number;
  onChange(ink: number, part: Partial<MatchedInk>): void;
}

const KINDS = { dots: 'dots', lines: 'lines', grain: 'grain' } as const;

/** The inks of a scan with what was found of each, and what can be changed of it. */
export function FoundInks({ findings, settings, found, hash, region, ppi, onChange }: Props) {
  const names = inkNames(findings.inks.map(({ lab }) => lab.value));
  return (
    <ol aria-label="Inks that were found" className="grid gap-3">
      {findings.inks.map((ink, k) => {
        const set = settings.inks[k]!;
        const was = found.inks[k]!;
        const { screen } = ink;
        const change = (part: Partial<MatchedInk>) => onChange(k, part);
        const grain = screen.kind.value === 'grain';
        const [L, a, b] = ink.lab.value.map((v) => Math.round(v));
        return (
          <li key={names[k]} aria-label={names[k]} className="grid gap-1 border-t border-hairline pt-2">
            <div className="flex items-center gap-2">
              <span className="h-5 w-5 shrink-0 border border-ink" style={{ background: hexOfLight(ink.light) }} />
              <strong className="font-semibold">{names[k]}</strong>
              <span className="font-mono text-[11px] text-muted" title="L*a*b* of its solid on the stock">
                {L} {a} {b}
              </span>
              <span className="flex-1" />
              <Sureness of={ink.lab.confidence} />
            </div>
            <Line says={`Printed in ${KINDS[screen.kind.value]}`} of={screen.kind.confidence} />
            <SliderRow
              wide
              label={grain ? 'Fineness' : 'Frequency'}
              about={grain ? 'Grains an inch.' : 'Rows of cells an inch.'}
              value={set.lpi}
              min={Math.max(1, was.lpi * 0.5)}
              max={was.lpi * 2}
              step={0.05}
              normal={was.lpi}
              format={LPI}
              onChange={(lpi) => change({ lpi })}
            />
            {!grain && (
              <>
                <SliderRow
                  wide
                  label="Angle"
                  about="Turn of the rows, counter-clockwise, after the turn of the scan is taken off."
                  value={set.angle}
                  min={0}
                  max={180}
                  step={0.05}
                  normal={was.angle}
                  format={DEGREES}
                  onChange={(angle) => change({ angle })}
                />
                <Line says="Frequency and angle" of={screen.pitch.confidence} />
                <ScreenOnScan
                  name={names[k]!}
                  hash={hash}
                  region={region}
                  pitch={ppi / set.lpi}
                  angle={set.angle + settings.turn}
                  both={screen.kind.value === 'dots'}
                />
              </>
            )}
            {screen.kind.value === 'dots' && (
              <>
                <SelectField
                  label="Shape"
                  about="The dot shape that comes nearest to the mean dot of the scan."
                  value={set.shape}
                  options={DOT_SHAPES.map((s) => ({
                    name: s.name,
                    label: s.name,
                    about: s.about,
                    group: s.group ?? '',
                  }))}
                  onChange={(shape) => change({ shape })}
                />
                <Line
                  says={
                    screen.group.confidence === 'low' || screen.group.confidence === 'none'
                      ? 'Shape, the normal one'
                      : `Shape: ${screen.group.value.toLowerCase()}`
                  }
                  of={screen.group.confidence === 'low' ? 'none' : screen.group.confidence}
                />
              </>
            )}
            <SliderRow
              wide
              label="Minimum dot"
              about="Dots that cover less do not print."
              value={set.smallest}
              min={0}
              max={0.5}
              step={0.005}
              normal={was.smallest}
              format={PERCENT}
              onChange={(smallest) => change({ smallest })}
            />
            <SliderRow
              wide
              label="Solid from"
              about="Tones from here on print solid."
              value={set.solidFrom}
              min={0.5}
              max={1}
              step={0.005}
              normal={was.solidFrom}
              format={PERCENT}
              onChange={(solidFrom) => change({ solidFrom })}
            />
            <Line says="Smallest and largest dot" of={screen.smallest.confidence} />
            <SliderRow
              wide
              label="Dry edges"
              about="How much of the rims of marks stays bare."
              value={set.dry}
              min={0}
              max={1}
              step={0.01}
              normal={was.dry}
              format={PERCENT}
              onChange={(dry) => change({ dry })}
            />
            <Line says="Raggedness of edges" of={screen.ragged.confidence} />
            {findings.inks.length > 1 && (
              <>
                {(['shiftX', 'shiftY'] as const).map((side) => (
                  <SliderRow
                    key={side}
                    wide
                    label={side === 'shiftX' ? 'Lands right' : 'Lands down'}
                    about="How far the ink lands off the one by which the others are measured."
                    value={set[side]}
                    min={-2}
                    max={2}
                    step={0.01}
                    normal={was[side]}
                    format={MM}
                    onChange={(mm) => change({ [side]: mm })}
                  />
                ))}
                <Line
                  says="Misregister"
                  of={ink.misregister.confidence === 'low' ? 'none' : ink.misregister.confidence}
                />
              </>
            )}
          </li>
        );
      })}
    </ol>
  );
}

function Line({ says, of }: { readonly says: string; readonly of: Confidence }) {
  return (
    <p className="flex items-center justify-between gap-2 text-[11px] leading-tight text-muted">
      <span className="min-w-0">{says}</span>
      <Sureness of={of} />
    </p>
  );
}
