import { isCoverage, meantTone, autoEnds, type NumberParam, type Tone, TONE_PARAMS } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { lazy, memo, Suspense, useState } from 'react';
import { setScreen, setTone } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { Fold } from '../../../ui/Fold.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { SliderRow } from '../../../ui/SliderRow.tsx';
import { SwitchField } from '../../../ui/SwitchField.tsx';
import { setOverlay, useTools } from '../../tools/tool-store.ts';
import { formatOf } from '../../../ui/param-format.ts';
import { ParamField } from '../../../ui/ParamField.tsx';
import { Station } from '../Station.tsx';
import { CurveThumb } from './CurveThumb.tsx';
import { MIXES } from './mixes.ts';
import { PaintControls } from './PaintControls.tsx';
import { useCounts } from './use-counts.ts';

const CurveEditor = lazy(async () => ({ default: (await import('./CurveEditor.tsx')).CurveEditor }));
const GainControls = lazy(async () => ({ default: (await import('./GainControls.tsx')).GainControls }));

const MEANINGS = TONE_PARAMS.meaning.options.map((o) => ({ value: o.name, label: o.label, title: o.about }));

/** The midtone runs evenly in its logarithm, so that 1 stands in the middle of the track. */
const MIDDLE_SCALE = {
  toTrack: (v: number) =>
    Math.log(v / TONE_PARAMS.middle.min) / Math.log(TONE_PARAMS.middle.max / TONE_PARAMS.middle.min),
  fromTrack: (p: number) => TONE_PARAMS.middle.min * (TONE_PARAMS.middle.max / TONE_PARAMS.middle.min) ** p,
};

/** Small values of a length have more room than large ones. */
const lengthScale = (max: number) => ({
  toTrack: (v: number) => Math.sqrt(v / max),
  fromTrack: (p: number) => p * p * max,
});

const SCALES = {
  soften: lengthScale(TONE_PARAMS.soften.max),
  localSize: lengthScale(TONE_PARAMS.localSize.max),
  sharpenSize: lengthScale(TONE_PARAMS.sharpenSize.max),
};

/** Share of the picture that automatic ends leave clipped at each end. */
const NORMAL_CLIP = 0.005;

/** Settings beside the thumbnail, where there is less room. */
const IN_THE_OPEN: readonly string[] = ['lights', 'middle', 'darks', 'soften'];

type NumberName = {
  [K in keyof typeof TONE_PARAMS]: (typeof TONE_PARAMS)[K] extends NumberParam ? K : never;
}[keyof typeof TONE_PARAMS];

/** Prepares the tones of the picture, from highlights to shadows, before they are screened. */
function ToneStationPart({ job, pass, fill }: ChainProps) {
  const { tone } = fill;
  const counts = useCounts(job, pass, fill);
  // What a separation or alpha gives is coverage already.
  const coverage = isCoverage(fill.feed.part);
  const change = (part: Partial<Tone>) => edit(setTone(fill.id, part));
  const row = (name: NumberName, scale?: ReturnType<typeof lengthScale>, limit: (v: number) => number = (v) => v) => {
    const param = TONE_PARAMS[name];
    return (
      <SliderRow
        label={param.label}
        about={param.about}
        value={tone[name]}
        min={param.min}
        max={param.max}
        step={param.step}
        normal={param.normal}
        format={formatOf(param)}
        scale={scale}
        wide={!IN_THE_OPEN.includes(name)}
        onChange={(v) => change({ [name]: limit(v) })}
      />
    );
  };
  const field = (name: NumberName) => (
    <ParamField param={TONE_PARAMS[name]} value={tone[name]} onChange={(v) => change({ [name]: v })} />
  );
  return (
    <Station
      title="Tone"
      note={coverage ? 'coverage' : tone.meaning === 'light' ? 'true light' : 'even steps'}
      thumb={<CurveThumb tone={meantTone(fill)} counts={counts} />}
      more={
        <div className="grid grid-cols-1 gap-1.5">
          {!coverage && (
            <Choice
              label={TONE_PARAMS.meaning.label}
              value={tone.meaning}
              options={MEANINGS}
              onChange={(meaning) => change({ meaning })}
            />
          )}
          <Ends tone={tone} counts={counts} change={change} />
          {row('contrast')}
          <Fold title="Curve" note={`${tone.curve.length} points`}>
            <Suspense fallback={<p className="text-muted">Opening …</p>}>
              <CurveEditor fill={fill} counts={counts} />
            </Suspense>
          </Fold>
          <Fold title="Grey mix" note={mixName(tone)}>
            <Mix tone={tone} change={change} row={row} />
          </Fold>
          <Fold title="Detail" note={detailNote(tone)}>
            {row('local')}
            {row('localSize', SCALES.localSize)}
            {row('sharpen')}
            {row('sharpenSize', SCALES.sharpenSize)}
          </Fold>
          <Fold title="Trap" note={tone.spread === 0 ? 'none' : `${tone.spread.toFixed(2)} mm`}>
            {field('spread')}
          </Fold>
          <Fold title="Steps and blocks" note={stepsNote(tone, fill.screen.oneTone)}>
            <SwitchField {...TONE_PARAMS.invert} value={tone.invert} onChange={(invert) => change({ invert })} />
            {field('steps')}
            {field('blocks')}
            <SwitchField
              label="One tone a cell"
              about="Each cell of the screen takes one tone. This is the same switch as in the Screen station."
              value={fill.screen.oneTone}
              onChange={(oneTone) => edit(setScreen(fill.id, { oneTone }))}
            />
          </Fold>
          <Fold title="Dot gain" note={gainNote(tone)}>
            <Suspense fallback={<p className="text-muted">Opening …</p>}>
              <GainControls fill={fill} />
            </Suspense>
          </Fold>
          <OtherSettings tone={tone} change={change} />
          <Fold title="Paint" note={tone.paint.length === 0 ? 'none' : `${tone.paint.length}`}>
            <PaintControls fill={fill} />
          </Fold>
        </div>
      }
    >
      <div className="grid">
        {row('lights', undefined, (v) => Math.min(v, tone.darks - 0.01))}
        {row('middle', MIDDLE_SCALE)}
        {row('darks', undefined, (v) => Math.max(v, tone.lights + 0.01))}
        <div className="[@media(max-height:740px)]:in-data-[mode=rest]:hidden">{row('soften', SCALES.soften)}</div>
      </div>
    </Station>
  );
}

/** Settings that have a place of their own in this station; the rest are listed as their table gives them. */
const PLACED: readonly string[] = [
  ...IN_THE_OPEN,
  ...['contrast', 'curve', 'mixR', 'mixG', 'mixB', 'saturation', 'local', 'localSize', 'sharpen', 'sharpenSize'],
  ...['spread', 'invert', 'steps', 'blocks', 'gain', 'gainFrom', 'gainTable', 'meaning'],
];

function OtherSettings({ tone, change }: PartProps) {
  return Object.entries(TONE_PARAMS)
    .filter(([name]) => !PLACED.includes(name))
    .map(([name, param]) => (
      <ParamField
        key={name}
        param={param}
        value={tone[name as keyof Tone]}
        onChange={(value) => change({ [name]: value })}
      />
    ));
}

interface PartProps {
  readonly tone: Tone;
  change(part: Partial<Tone>): void;
}

/** Ends set from the picture, and where they clip shown on the sheet. */
function Ends({ tone, counts, change }: PartProps & { readonly counts: readonly number[] }) {
  const [clip, setClip] = useState(NORMAL_CLIP);
  const shown = useTools((s) => s.overlay === 'clip');
  const all = counts.reduce((a, b) => a + b, 0);
  const share = (from: number, to: number) =>
    all === 0 ? 0 : counts.slice(Math.round(from * 256), Math.round(to * 256)).reduce((a, b) => a + b, 0) / all;
  return (
    <div className="grid grid-cols-1 gap-1">
      <div className="flex items-center justify-between gap-2">
        <Button
          disabled={all === 0}
          onClick={() => change(autoEnds(counts, clip))}
          title="Sets highlights and shadows from the picture"
        >
          Automatic ends
        </Button>
        <NumberField
          label="clip"
          about="Share of the picture that automatic highlights and shadows clip at each end."
          value={clip}
          min={0}
          max={0.2}
          step={0.001}
          normal={NORMAL_CLIP}
          format={{ unit: '%', digits: 2, shown: 100 }}
          onChange={setClip}
        />
      </div>
      <SwitchField
        label={`Show clipping: ${(100 * share(0, tone.lights)).toFixed(1)} % bare, ${(100 * share(tone.darks, 1)).toFixed(1)} % solid`}
        about="Marks the clipped areas on the sheet: blue-green prints nothing, red prints solid."
        value={shown}
        onChange={(on) => setOverlay(on ? 'clip' : null)}
      />
    </div>
  );
}

function Mix({
  tone,
  change,
  row,
}: PartProps & { row(name: 'mixR' | 'mixG' | 'mixB' | 'saturation'): React.ReactNode }) {
  return (
    <>
      <div className="flex flex-wrap gap-1">
        {MIXES.map(({ name, about, mix: [mixR, mixG, mixB] }) => (
          <Button key={name} title={about} strong={name === mixName(tone)} onClick={() => change({ mixR, mixG, mixB })}>
            {name}
          </Button>
        ))}
      </div>
      {row('mixR')}
      {row('mixG')}
      {row('mixB')}
      {row('saturation')}
    </>
  );
}

const mixName = (tone: Tone): string =>
  MIXES.find(({ mix }) => mix[0] === tone.mixR && mix[1] === tone.mixG && mix[2] === tone.mixB)?.name ?? 'own';
const detailNote = (tone: Tone): string =>
  [tone.local !== 0 && 'local', tone.sharpen > 0 && 'sharper'].filter(Boolean).join(', ') || 'as it is';
const stepsNote = (tone: Tone, cells: boolean): string =>
  [
    tone.invert && 'inverted',
    tone.steps > 1 && `${tone.steps} steps`,
    tone.blocks > 0 && `${tone.blocks} across`,
    cells && 'cells',
  ]
    .filter(Boolean)
    .join(', ') || 'none';
const gainNote = (tone: Tone): string =>
  tone.gainFrom === 'table' ? 'measured' : tone.gain === 0 ? 'none' : `${Math.round(tone.gain * 100)} % at 50 %`;

export const ToneStation = memo(
  ToneStationPart,
  sameBy(({ job, pass, fill }) => [pass.id, fill.tone, fill.feed, fill.screen.oneTone, job.sheet, job.pictures]),
);
